<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/**
 * What one section plays.
 *
 * @phpstan-import-type Columns from NoteColumns
 * @phpstan-type Kept array{string, string, string, Instrument, int, Columns, list<Slur>, list<Expression>, array<int, int>}
 */
final readonly class Part
{
    /**
     * @param int $measureCount how many measures the part has; may differ from the score's
     * @param list<Note> $notes every notehead in document order
     * @param list<Slur> $slurs
     * @param list<Expression> $expressions in document order
     * @param array<int, int> $keys sharps or flats by measure index, where they are not the score's
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $abbreviation,
        public Instrument $instrument,
        public int $measureCount,
        public array $notes,
        public array $slurs,
        public array $expressions,
        private array $keys = [],
    ) {
    }

    /** The same music for another instrument: what somebody knows better than the file. */
    public function for(Instrument $instrument): self
    {
        return $instrument === $this->instrument ? $this : new self(
            $this->id,
            $this->name,
            $this->abbreviation,
            $instrument,
            $this->measureCount,
            $this->notes,
            $this->slurs,
            $this->expressions,
            $this->keys,
        );
    }

    /**
     * The lines that share a staff with a higher one: what belongs to them is written below the staff.
     *
     * @return array<string, true> by the name of the line
     */
    public function lowerLines(): array
    {
        $heights = [];
        foreach ($this->notes as $note) {
            if ($note->pitch !== null) {
                $heights[$note->line][] = $note->pitch->semitone();
            }
        }
        $means = array_map(static fn (array $all): float => array_sum($all) / count($all), $heights);
        $highest = [];
        foreach ($means as $line => $mean) {
            $staff = self::staffOf((string) $line);
            $highest[$staff] = max($highest[$staff] ?? $mean, $mean);
        }
        $lower = [];
        foreach ($means as $line => $mean) {
            if ($mean < $highest[self::staffOf((string) $line)]) {
                $lower[(string) $line] = true;
            }
        }

        return $lower;
    }

    /** Where a part has several staves, its lines are named by staff and voice. */
    private static function staffOf(string $line): string
    {
        return str_contains($line, '.') ? explode('.', $line)[0] : '';
    }

    /** Sharps of the key this part is written in, flats below zero, in a measure of the score. */
    public function keyIn(Measure $measure): int
    {
        return $this->keys[$measure->index] ?? $measure->keyFifths;
    }

    /** @return Kept */
    public function __serialize(): array
    {
        $notes = NoteColumns::of($this->notes);

        return [
            $this->id,
            $this->name,
            $this->abbreviation,
            $this->instrument,
            $this->measureCount,
            $notes,
            $this->slurs,
            $this->expressions,
            $this->keys,
        ];
    }

    /** @param Kept $kept */
    public function __unserialize(array $kept): void
    {
        [$this->id, $this->name, $this->abbreviation, $this->instrument, $this->measureCount, $notes, $this->slurs] = $kept;
        [$this->expressions, $this->keys] = [$kept[7], $kept[8]];
        $this->notes = NoteColumns::notes($notes);
    }

    /** @return non-empty-list<int> positions of the noteheads of the chord a note belongs to, lowest first; the note alone where there is none */
    public function chordAt(int $note): array
    {
        $from = $note;
        while ($from > 0 && $this->notes[$from]->inChord) {
            $from--;
        }
        $chord = [$from];
        for ($at = $from + 1; isset($this->notes[$at]) && $this->notes[$at]->inChord; $at++) {
            $chord[] = $at;
        }
        usort($chord, fn (int $a, int $b): int
            => ($this->notes[$a]->pitch?->semitone() ?? 0) <=> ($this->notes[$b]->pitch?->semitone() ?? 0));

        return $chord;
    }

    /** @return array<string, int> position in {@see $notes} by note id */
    public function positionsById(): array
    {
        // Asked for at every turn: worked out once for a part, and not kept with the score.
        static $known = null;
        /** @var \WeakMap<self, array<string, int>> $kept */
        $kept = $known ??= new \WeakMap();
        if (!isset($kept[$this])) {
            $positions = [];
            foreach ($this->notes as $position => $note) {
                $positions[$note->id] = $position;
            }
            $kept[$this] = $positions;
        }

        return $kept[$this];
    }
}
