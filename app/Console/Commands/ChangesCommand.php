<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\TakesPlanOptions;
use Illuminate\Console\Command;
use Throwable;
use UprightPencil\Editions\Change;
use UprightPencil\Editions\Changes;
use UprightPencil\Editions\MarkedScoreFile;
use UprightPencil\Editions\ToldScore;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Limits;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;

/** What is otherwise between two marked scores: the JSON of pencil:mark, or the MusicXML it wrote. */
final class ChangesCommand extends Command
{
    use DeliversFiles;
    use TakesPlanOptions;

    protected $signature = 'pencil:changes
        {before : a marked score (.json, .musicxml, .xml)}
        {after : the same, later}
        {--part= : only this part, by name or id}
        {--profile=second-year : for MusicXML: what the class can do: first-year, second-year, third-position, advanced}
        {--school=* : for MusicXML: KEY=VALUE: bow, long, open, bass, stay}
        {--tempo=* : for MusicXML: quarter notes a minute over what the score says}
        {--out= : .json or .txt}';

    protected $description = 'Tell what changed between two marked scores: what was decided, and what follows';

    public function handle(): int
    {
        try {
            $this->deliver($this->work());

            return self::SUCCESS;
        } catch (CommandFailed $failure) {
            return $this->complain($failure->getMessage());
        } catch (Throwable $failure) {
            report($failure);

            return $this->complain('These two could not be compared (' . class_basename($failure) . ').');
        }
    }

    /** @throws CommandFailed */
    private function work(): string
    {
        $out = strtolower(pathinfo($this->text('out'), PATHINFO_EXTENSION));
        if (!in_array($out, ['', 'json', 'txt'], true)) {
            throw new CommandFailed("--out: a file ends in .json or .txt, not “.{$out}”.");
        }
        $file = new MarkedScoreFile(new Planner(new PlanOptions($this->profile(), $this->schools(), $this->wholeTempo())));
        [$before, $after] = [$this->read($file, 'before'), $this->read($file, 'after')];
        $changes = $this->chosen(Changes::between($before, $after), $after);

        return $out === 'txt' ? self::asText($changes) : json_encode(
            ['changes' => array_map(self::row(...), $changes)],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        ) . "\n";
    }

    /** @throws CommandFailed */
    private function read(MarkedScoreFile $file, string $argument): ToldScore
    {
        $path = $this->text($argument);
        if (!is_file($path) || !is_readable($path)) {
            throw new CommandFailed("{$path}: there is no such file, or it cannot be opened.");
        }
        if (filesize($path) > 8 * (new Limits())->bytes) {
            throw new CommandFailed("{$path}: this is larger than any marked score.");
        }
        try {
            return $file->read((string) file_get_contents($path));
        } catch (UprightPencilException $problem) {
            throw new CommandFailed("{$path}: {$problem->getMessage()}");
        }
    }

    /**
     * @param list<Change> $changes
     * @return list<Change> of the part that was asked for
     * @throws CommandFailed
     */
    private function chosen(array $changes, ToldScore $score): array
    {
        $wanted = $this->text('part');
        if ($wanted === '') {
            return $changes;
        }
        foreach ($score->parts as $part) {
            if ($part->id === $wanted || mb_strtolower($part->name) === mb_strtolower($wanted)) {
                return array_values(array_filter($changes, static fn (Change $change): bool => $change->partId === $part->id));
            }
        }
        $names = implode(', ', array_column($score->parts, 'name'));

        throw new CommandFailed("{$this->text('after')}: there is no part “{$wanted}”; its parts are {$names}.");
    }

    /** @return array<string, string> */
    private static function row(Change $change): array
    {
        return [
            'measure' => $change->measure,
            'beat' => $change->beat,
            'part' => $change->partId,
            'was' => $change->was,
            'now' => $change->now,
            'kind' => $change->kind->value,
            'text' => $change->text,
            ...($change->until === $change->measure ? [] : ['until' => $change->until]),
        ];
    }

    /** @param list<Change> $changes */
    private static function asText(array $changes): string
    {
        $lines = [];
        $part = null;
        foreach ($changes as $change) {
            if ($change->partName !== $part) {
                $lines[] = ($part === null ? '' : "\n") . $change->partName;
                $part = $change->partName;
            }
            $lines[] = "  {$change->text}";
        }

        return ($lines === [] ? 'Nothing changed.' : implode("\n", $lines)) . "\n";
    }
}
