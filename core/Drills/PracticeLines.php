<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Drills\Kind\ChromaticLines;
use UprightPencil\Drills\Kind\CrossingLines;
use UprightPencil\Drills\Kind\FirstStepLines;
use UprightPencil\Drills\Kind\LastEndingLines;
use UprightPencil\Drills\Kind\LeaveDownLines;
use UprightPencil\Drills\Kind\LowAndRegularLines;
use UprightPencil\Drills\Kind\OnePlaceLines;
use UprightPencil\Drills\Kind\OpenStringLines;
use UprightPencil\Drills\Kind\PatternLines;
use UprightPencil\Drills\Kind\RhythmLines;
use UprightPencil\Drills\Kind\ScaleLines;
use UprightPencil\Drills\Kind\SetAndLiftLines;
use UprightPencil\Drills\Kind\ShiftLines;
use UprightPencil\Drills\Kind\SlideLines;
use UprightPencil\Drills\Kind\SlurLines;
use UprightPencil\Drills\Kind\UnitLines;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Music\Exception\MusicException;

/**
 * The practice lines of a part: what its hand and its bow ask most, weighed by how often it comes and how fast it goes.
 *
 * Source: the trade's page on practising.
 */
final class PracticeLines
{
    /** Lines of a warm-up at most, and how much a part has to ask for one. */
    public const MOST = 6;
    private const ASKS = 1.0;
    /** What is about the same measure as a line that is chosen already counts less. */
    private const SAME_PLACE = 0.8;
    /** Where printed measures are named one by one. */
    private const MOST_NAMED = 12;
    /** In which order they are played: the first steps, the hand on its place, then the hand's ways, then the bow. */
    private const ORDER = [
        LineKind::Count, LineKind::Letters, LineKind::Air, LineKind::Open, LineKind::Hooks, LineKind::Pattern, LineKind::Scale,
        LineKind::Slide, LineKind::LowAndRegular, LineKind::LeaveDown, LineKind::Chromatic,
        LineKind::Shift, LineKind::OnePlace, LineKind::OpenStrings, LineKind::Crossing, LineKind::Rhythm, LineKind::SetAndLift,
        LineKind::Slur, LineKind::Unit, LineKind::LastEnding,
    ];

    /** @var list<LineProposal>|null */
    private ?array $all = null;

    public function __construct(private readonly PracticePart $part)
    {
    }

    /**
     * Everything a line could be made from, the most needed first.
     *
     * @return list<LineProposal>
     * @throws MusicException
     */
    public function all(): array
    {
        if ($this->all === null) {
            $all = [];
            foreach (array_filter(LineKind::cases(), static fn (LineKind $one): bool => !$one->isFirstStep()) as $kind) {
                array_push($all, ...self::source($kind)->in($this->part));
            }
            $this->all = self::byWeight($all);
        }

        return $this->all;
    }

    /**
     * The lines of one kind, the most needed first.
     *
     * @return list<LineProposal>
     * @throws MusicException
     */
    public function ofKind(LineKind $kind): array
    {
        return self::source($kind)->in($this->part);
    }

    /**
     * The lines this part needs: one of a kind, in the order in which they are played. What asks for little is left out; of a part that
     * asks for nothing, the line that comes first is still there.
     *
     * @param float|null $minutes what they may take together; null for any
     * @return list<LineProposal>
     * @throws MusicException
     */
    public function chosen(?float $minutes = null, int $most = self::MOST): array
    {
        $left = $this->all();
        $chosen = [];
        $spent = 0.0;
        while (count($chosen) < $most && $left !== []) {
            $asked = $chosen === [] ? $left : array_filter($left, static fn (LineProposal $one): bool => $one->weight >= self::ASKS);
            if ($asked === []) {
                break;
            }
            // What is about a place that has a line already comes later.
            $next = self::byWeight(array_map(fn (LineProposal $one): LineProposal => $this->isBeside($one, $chosen)
                ? $one->weighing($one->weight * self::SAME_PLACE)
                : $one, array_values($asked)))[0];
            $takes = PracticeLine::minutesOf($next->sketch);
            $fits = $minutes === null || $spent + $takes <= $minutes;
            if ($fits) {
                $chosen[] = $next;
                $spent += $takes;
            }
            // What takes too long makes room for a shorter one of its kind.
            $left = array_values(array_filter($left, static fn (LineProposal $one): bool => $fits
                ? $one->kind !== $next->kind
                : $one->key() !== $next->key()));
        }

        return self::inOrder($chosen);
    }

    /**
     * A line of a kind for a measure: the nearest thing of that kind to it.
     *
     * @throws MusicException
     */
    public function at(LineKind $kind, int $measure): ?LineProposal
    {
        if ($kind === LineKind::OpenStrings) {
            $first = $this->part->inMeasures($measure, $measure)[0] ?? null;

            return $first === null ? null : OpenStringLines::at($this->part, $first, $measure, $measure, 0.0);
        }
        $best = null;
        foreach ($this->ofKind($kind) as $proposal) {
            $far = PHP_INT_MAX;
            foreach ($proposal->places as [$from, $to]) {
                $far = min($far, max($from - $measure, $measure - $to, 0));
            }
            if ($best === null || $far < $best[0]) {
                $best = [$far, $proposal];
            }
        }

        return $best[1] ?? null;
    }

    /**
     * A line that was chosen earlier; null where the part has it no more.
     *
     * @throws MusicException
     */
    public function byKey(string $key): ?LineProposal
    {
        [$kind, $note] = explode('@', $key, 2) + [1 => ''];
        $kind = LineKind::tryFrom($kind);
        foreach ($kind === null ? [] : $this->ofKind($kind) as $proposal) {
            if ($proposal->note === $note) {
                return $proposal;
            }
        }
        if ($kind === LineKind::OpenStrings) {
            foreach ($this->part->notes as $played) {
                if ($played->note->id === $note) {
                    return $this->at($kind, $played->event->measure);
                }
            }
        }

        return null;
    }

    /** @throws UprightPencilException */
    public function line(LineProposal $proposal, ?float $goal = null): PracticeLine
    {
        $builder = new LineBuilder($this->part->options, $this->part->plan->part);
        [$from, $to] = $proposal->places[0];
        [$first, $last] = $this->part->inMeasures($from, $to) ?? [$proposal->part, $proposal->part];
        $full = $this->part->tempoAt($this->part->notes[$proposal->part]);

        return new PracticeLine(
            $proposal,
            $this->serves($proposal),
            $builder->build($proposal->sketch, $proposal->kind->title(), $proposal->kind->shows()),
            TempoLadder::of(
                $full,
                $this->part->shortest($first, $last),
                $proposal->weight >= self::ASKS,
                $goal,
                $proposal->kind->doubles(),
            ),
        );
    }

    /** @return list<string> */
    public function serves(LineProposal $proposal): array
    {
        return array_map(
            fn (array $place): string => $this->part->told($place[0], $place[1]),
            array_slice($proposal->places, 0, self::MOST_NAMED),
        );
    }

    /** Index of the measure with a printed number, or at a rehearsal mark; null where there is none. */
    public function measureNamed(string $place): ?int
    {
        return $this->part->score->measureAt($place);
    }

    /** From where to where the whole part is worked up. */
    public function ladder(?float $goal = null): TempoLadder
    {
        $notes = $this->part->notes;
        $full = $notes === [] ? PracticePart::CALM : max(array_map($this->part->tempoAt(...), $notes));

        return TempoLadder::of($full, $this->part->shortest(0, count($notes) - 1), false, $goal);
    }

    /** @param list<LineProposal> $chosen */
    private function isBeside(LineProposal $proposal, array $chosen): bool
    {
        foreach ($chosen as $one) {
            if ($one->kind !== LineKind::Scale && $one->places[0] === $proposal->places[0]) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<LineProposal> $proposals
     * @return list<LineProposal>
     */
    private static function byWeight(array $proposals): array
    {
        usort($proposals, static fn (LineProposal $a, LineProposal $b): int
            => [$b->weight, $a->part, self::rank($a)] <=> [$a->weight, $b->part, self::rank($b)]);

        return $proposals;
    }

    /**
     * @param list<LineProposal> $proposals
     * @return list<LineProposal>
     */
    public static function inOrder(array $proposals): array
    {
        usort($proposals, static fn (LineProposal $a, LineProposal $b): int
            => [self::rank($a), $a->part] <=> [self::rank($b), $b->part]);

        return $proposals;
    }

    private static function rank(LineProposal $proposal): int
    {
        return (int) array_search($proposal->kind, self::ORDER, true);
    }

    private static function source(LineKind $kind): LineSource
    {
        return match ($kind) {
            LineKind::Pattern => new PatternLines(),
            LineKind::Scale => new ScaleLines(),
            LineKind::Shift => new ShiftLines(),
            LineKind::LowAndRegular => new LowAndRegularLines(),
            LineKind::Chromatic => new ChromaticLines(),
            LineKind::Rhythm => new RhythmLines(),
            LineKind::Crossing => new CrossingLines(),
            LineKind::Slur => new SlurLines(),
            LineKind::Unit => new UnitLines(),
            LineKind::OnePlace => new OnePlaceLines(),
            LineKind::LeaveDown => new LeaveDownLines(),
            LineKind::OpenStrings => new OpenStringLines(),
            LineKind::LastEnding => new LastEndingLines(),
            LineKind::SetAndLift => new SetAndLiftLines(),
            LineKind::Slide => new SlideLines(),
            LineKind::Count, LineKind::Letters, LineKind::Air, LineKind::Open, LineKind::Hooks => new FirstStepLines($kind),
        };
    }
}
