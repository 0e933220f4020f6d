<?php

declare(strict_types=1);

namespace App\Plans;

use Closure;
use RuntimeException;
use Throwable;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Roadmap\Roadmap;
use UprightPencil\Sections\Comparison;

/**
 * A score worked out and told as JSON, part by part, shared between two processes where a machine has two cores: the answer is the
 * same to the last byte, sooner. Where nothing can be shared, or the other process does not come back, one does all of it.
 */
final readonly class TwoProcesses
{
    /** A score with fewer notes is done before another process has begun. */
    private const LEAST_NOTES = 1500;
    /** What the other process says when a file of it can be read. */
    private const READY = '1';

    /** @param (Closure(): int)|null $fork makes another process; null as the machine does it */
    public function __construct(
        private Planner $planner,
        private MarkedScoreJson $json = new MarkedScoreJson(),
        private ?Closure $fork = null,
    ) {
    }

    /**
     * @param array<string, MarkBook> $books by part id
     * @param list<Part>|null $parts only these; null for all
     * @param Chair|null $chair whose page it is
     * @param int|null $cores of the machine; null to ask it
     * @throws MusicException
     */
    public function marked(Score $score, array $books = [], ?array $parts = null, ?Chair $chair = null, ?int $cores = null): string
    {
        $parts ??= $score->parts;
        if (!self::isWorthIt($parts) || ($cores ?? self::cores()) < 2 || !function_exists('pcntl_fork')) {
            return $this->alone($score, $books, $parts, $chair);
        }

        return $this->shared($score, $books, $parts, $chair) ?? $this->alone($score, $books, $parts, $chair);
    }

    /**
     * @param array<string, MarkBook> $books
     * @param list<Part> $parts
     * @throws MusicException
     */
    private function alone(Score $score, array $books, array $parts, ?Chair $chair): string
    {
        [$plan, $texts] = $this->worked($score, $books, $parts, $chair);

        return $this->json->around($plan->withFlags((new Comparison($score, $plan->parts))->flags()), array_values($texts));
    }

    /**
     * Part after part: told as soon as it is planned, and kept without its reasons, which are most of it.
     *
     * @param array<string, MarkBook> $books
     * @param list<Part> $parts
     * @return array{ScorePlan, array<string, string>} what is left of the plans, and the text of each part by its id
     * @throws MusicException
     */
    private function worked(Score $score, array $books, array $parts, ?Chair $chair): array
    {
        $left = $texts = [];
        foreach ($parts as $part) {
            $plan = $this->planner->plan($score, $books, [$part], $chair);
            $one = $plan->parts[0];
            $texts[$part->id] = $this->json->part($score, $plan->roadmap, $one);
            $left[] = new PartPlan($part, $one->book, $one->bow, self::withoutReasons($one->fingers), [], []);
        }
        $roadmap = Roadmap::of($score);

        return [new ScorePlan($score, $roadmap, $left, $this->planner->review($score, $roadmap)), $texts];
    }

    /** @param list<Part> $parts */
    private static function isWorthIt(array $parts): bool
    {
        return count($parts) > 1 && array_sum(array_map(static fn (Part $part): int => count($part->notes), $parts)) >= self::LEAST_NOTES;
    }

    private static function cores(): int
    {
        return substr_count((string) @file_get_contents('/proc/cpuinfo'), "\nprocessor") + 1;
    }

    /**
     * @param array<string, MarkBook> $books
     * @param list<Part> $parts
     * @return string|null null where the other process did not do its share
     * @throws MusicException
     */
    private function shared(Score $score, array $books, array $parts, ?Chair $chair): ?string
    {
        [$mine, $theirs] = self::halves($parts);
        $line = stream_socket_pair(STREAM_PF_UNIX, STREAM_SOCK_STREAM, 0);
        // Files of both, and of nobody afterwards: the first for the plans, the second for the text.
        $files = [tmpfile(), tmpfile()];
        if ($line === false || $files[0] === false || $files[1] === false) {
            return null;
        }
        $child = $this->fork === null ? pcntl_fork() : ($this->fork)();
        if ($child === 0) {
            $this->other($score, $books, $theirs, $chair, $line[1], $files);
        }
        if ($child < 0) {
            return null;
        }
        fclose($line[1]);
        try {
            [$plan, $texts] = $this->worked($score, $books, $mine, $chair);
            $known = fread($line[0], 1) === self::READY ? self::plans($files[0], $theirs, $books) : null;
            if ($known === null) {
                return null;
            }
            $all = [];
            foreach ([...$plan->parts, ...$known] as $one) {
                $all[$one->part->id] = $one;
            }
            $all = array_map(static fn (Part $part): PartPlan => $all[$part->id], $parts);
            $flags = (new Comparison($score, $all))->flags();
            $others = fread($line[0], 1) === self::READY ? self::read($files[1]) : null;
            if (!is_array($others)) {
                return null;
            }
            $texts += array_filter($others, is_string(...));
            $ordered = [];
            foreach ($parts as $part) {
                $ordered[] = $texts[$part->id] ?? null;
            }

            return in_array(null, $ordered, true)
                ? null
                : $this->json->around($plan->withFlags($flags), array_values(array_filter($ordered)));
        } finally {
            fclose($line[0]);
            // It has said all it has to say, or nobody listens.
            posix_kill($child, SIGKILL);
            pcntl_waitpid($child, $status);
        }
    }

    /**
     * The other process: it works its parts out, hands over what the comparison needs and their text, and is gone.
     *
     * @param array<string, MarkBook> $books
     * @param list<Part> $parts
     * @param resource $line
     * @param array{resource, resource} $files
     */
    private function other(Score $score, array $books, array $parts, ?Chair $chair, $line, array $files): never
    {
        try {
            $plans = $texts = [];
            foreach ($parts as $part) {
                [$plan, $text] = $this->worked($score, $books, [$part], $chair);
                // As bytes a plan takes a tenth of the room.
                $plans[$part->id] = serialize([$plan->parts[0]->bow, $plan->parts[0]->fingers]);
                $texts += $text;
                unset($plan);
            }
            self::hand($plans, $files[0], $line);
            unset($plans);
            self::hand($texts, $files[1], $line);
        } catch (Throwable) {
            // Whoever waits hears that nothing comes, and does it alone.
        }
        // Nothing that was opened before it was there is this process's to close.
        posix_kill((int) getmypid(), SIGKILL);
        exit;
    }

    /**
     * @param array<string, mixed> $what
     * @param resource $file
     * @param resource $line
     */
    private static function hand(array $what, $file, $line): void
    {
        $bytes = serialize($what);
        if (fwrite($file, $bytes) !== strlen($bytes) || !fflush($file)) {
            throw new RuntimeException('There is no room for what was worked out.');
        }
        fwrite($line, self::READY);
    }

    /** What sections are compared by: which string and finger, not why. */
    private static function withoutReasons(FingerPlan $fingers): FingerPlan
    {
        $bare = [];
        foreach ($fingers->notes as $id => $one) {
            $bare[$id] = new NoteFinger(
                $one->string,
                $one->number,
                $one->shape,
                $one->position,
                $one->isShift,
                $one->leaveDown,
                $one->leaveDownTo,
                $one->isSlide,
                $one->isLaid,
                $one->semitones,
                $one->frame,
                $one->origin,
                '',
                $one->mayAlso,
            );
        }

        return new FingerPlan($bare, []);
    }

    /**
     * @param resource $file
     * @return array<mixed>|null
     */
    private static function read($file): ?array
    {
        rewind($file);
        $read = @unserialize((string) stream_get_contents($file));

        return is_array($read) ? $read : null;
    }

    /**
     * @param resource $file
     * @param list<Part> $parts
     * @param array<string, MarkBook> $books
     * @return list<PartPlan>|null enough of them to be compared
     */
    private static function plans($file, array $parts, array $books): ?array
    {
        $read = self::read($file);
        $plans = [];
        foreach ($parts as $part) {
            $one = is_string($read[$part->id] ?? null) ? @unserialize($read[$part->id]) : null;
            if (!is_array($one) || !($one[0] ?? null) instanceof BowPlan || !($one[1] ?? null) instanceof FingerPlan) {
                return null;
            }
            $plans[] = new PartPlan($part, $books[$part->id] ?? MarkBook::empty(), $one[0], $one[1], [], []);
        }

        return $plans;
    }

    /**
     * Two shares of about as many notes; the larger one stays, since the other has to be handed over.
     *
     * @param list<Part> $parts
     * @return array{list<Part>, list<Part>}
     */
    private static function halves(array $parts): array
    {
        $byLength = $parts;
        usort($byLength, static fn (Part $a, Part $b): int => count($b->notes) <=> count($a->notes));
        $shares = [[], []];
        $notes = [0, 0];
        foreach ($byLength as $part) {
            $to = $notes[0] <= $notes[1] ? 0 : 1;
            $shares[$to][$part->id] = true;
            $notes[$to] += count($part->notes);
        }
        $larger = $notes[0] >= $notes[1] ? 0 : 1;
        $of = static fn (array $ids): array => array_values(array_filter($parts, static fn (Part $part): bool => isset($ids[$part->id])));

        return [$of($shares[$larger]), $of($shares[1 - $larger])];
    }
}
