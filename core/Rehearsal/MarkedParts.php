<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal;

use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\PlanOptions;

/** A score with all its parts as they are marked: what a rehearsal is planned from. */
final class MarkedParts
{
    private const OCTAVE = 12;

    /** @var array<string, list<SoundingNote>> by part id */
    private array $sounding = [];

    /** @var array<int, list<array{SoundingNote, PracticePart}>>|null what sounds in a measure, by its index */
    private ?array $byMeasure = null;

    /**
     * @param list<PracticePart> $parts of string players, in the order of the score
     */
    private function __construct(
        public readonly Score $score,
        public readonly TempoMap $tempo,
        public readonly array $parts,
    ) {
    }

    /**
     * @param list<array{PartPlan, PlanOptions}> $plans each part with what its section is used to
     * @throws UprightPencilException
     */
    public static function of(Score $score, array $plans): self
    {
        $parts = [];
        foreach ($plans as [$plan, $options]) {
            if ($plan->part->instrument->isBowed()) {
                $parts[] = PracticePart::of($score, $plan, $options);
            }
        }
        $options = $plans[0][1] ?? new PlanOptions();

        return new self($score, TempoMap::of($score, $options->tempo, $options->tempos), $parts);
    }

    /** Position of a part among them. */
    public function indexOf(PracticePart $part): int
    {
        return (int) array_search($part, $this->parts, true);
    }

    /** @return array<string, string> names by part id, in the order of the score */
    public function names(): array
    {
        $names = [];
        foreach ($this->parts as $part) {
            $names[$part->plan->part->id] = $part->plan->part->name;
        }

        return $names;
    }

    /** @return list<SoundingNote> of a part, what is tied counted as one, by the time they begin */
    public function sounding(PracticePart $part): array
    {
        return $this->sounding[$part->plan->part->id] ??= SoundingNote::allOf($this->score, $part->plan);
    }

    /** @return list<array{SoundingNote, PracticePart}> what sounds at any time of the measures from one moment to another, part by part */
    public function around(Fraction $from, Fraction $until): array
    {
        $this->byMeasure ??= $this->measureByMeasure();
        $around = [];
        for ($measure = $this->measureAt($from), $last = $this->measureAt($until); $measure <= $last; $measure++) {
            foreach ($this->byMeasure[$measure] ?? [] as [$note, $part]) {
                $around[$note->note->id] = [$note, $part];
            }
        }

        return array_values($around);
    }

    /** @return array<int, list<array{SoundingNote, PracticePart}>> */
    private function measureByMeasure(): array
    {
        $byMeasure = [];
        foreach ($this->parts as $part) {
            foreach ($this->sounding($part) as $note) {
                for ($measure = $note->note->measure, $last = $this->measureAt($note->until); $measure <= $last; $measure++) {
                    $byMeasure[$measure][] = [$note, $part];
                }
            }
        }

        return $byMeasure;
    }

    /** Index of the measure that a moment lies in; of its first where it lies before all of them, of the last where it lies behind. */
    public function measureAt(Fraction $onset): int
    {
        $low = 0;
        $high = $this->lastMeasure();
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($onset->isLessThan($this->score->measures[$middle]->onset)) {
                $high = $middle - 1;
            } else {
                $low = $middle;
            }
        }

        return $low;
    }

    /** The key of a sounding note, in semitones as {@see \UprightPencil\Music\Pitch::semitone()} counts: basses sound an octave lower. */
    public static function heard(PracticePart $part, int $semitone): int
    {
        return $part->instrument() === Instrument::Bass ? $semitone - self::OCTAVE : $semitone;
    }

    public function lastMeasure(): int
    {
        return max(0, count($this->score->measures) - 1);
    }

    /** Seconds that a stretch of measures takes as it is written, in printed order, at a share of its tempo. */
    public function seconds(int $from, int $to, float $share = 1.0): float
    {
        $measures = $this->score->measures;

        return isset($measures[$from], $measures[$to])
            ? $this->tempo->seconds($measures[$from]->onset, $measures[$to]->end()) / max(0.05, $share)
            : 0.0;
    }

    /** "m. 12", "m. 12–16", "the pickup–8" */
    public function place(int $from, int $to): string
    {
        return ($this->score->measures[$from]->number === '0' ? 'the ' : 'm. ') . $this->told($from, $to);
    }

    /** "12", "12–16", "pickup–8" */
    public function told(int $from, int $to): string
    {
        return PlaceWords::stretch($this->score->measures[$from]->number, $this->score->measures[$to]->number);
    }
}
