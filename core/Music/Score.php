<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A piece as it was imported. Never changed: marks lie over it. */
final readonly class Score
{
    /**
     * @param list<Measure> $measures
     * @param list<Part> $parts
     * @param list<Tempo> $tempos in score order; may be empty
     * @param list<Oddity> $oddities what the reader could not take as it stood
     * @param list<Disagreement> $disagreements measures in which a part is longer or shorter than the others
     * @param list<TempoBend> $bends rit., accel. and a tempo of any part, in score order
     * @param string $composer as the file names them; empty where it does not
     */
    public function __construct(
        public string $title,
        public array $measures,
        public array $parts,
        public array $tempos,
        public array $oddities = [],
        public array $disagreements = [],
        public array $bends = [],
        public string $composer = '',
    ) {
    }

    public function onsetOf(Note|Expression|Tempo|TempoBend $thing): Fraction
    {
        return $this->measures[$thing->measure]->onset->plus($thing->offset);
    }

    public function part(string $id): ?Part
    {
        foreach ($this->parts as $part) {
            if ($part->id === $id) {
                return $part;
            }
        }

        return null;
    }

    /** The same score with only some of its parts. */
    public function withParts(Part ...$parts): self
    {
        return new self(
            $this->title,
            $this->measures,
            array_values($parts),
            $this->tempos,
            $this->oddities,
            $this->disagreements,
            $this->bends,
            $this->composer,
        );
    }

    /** The incomplete first measure, when there is one. */
    public function pickup(): ?Measure
    {
        $first = $this->measures[0] ?? null;

        return $first !== null && count($this->measures) > 1 && $first->isShort() ? $first : null;
    }

    /** Index of the measure a number or rehearsal mark names, or null. */
    public function measureAt(string $place): ?int
    {
        $index = $this->measureNumbered($place);
        foreach ($index === null ? $this->measures : [] as $measure) {
            if ($measure->rehearsal === $place) {
                return $measure->index;
            }
        }

        return $index;
    }

    /** Index of the measure with this printed number, or null. "0" is the pickup, whatever its file calls it. */
    public function measureNumbered(string $number): ?int
    {
        foreach ($this->measures as $measure) {
            if ($measure->number === $number) {
                return $measure->index;
            }
        }

        return $number === '0' && $this->pickup() !== null ? 0 : null;
    }
}
