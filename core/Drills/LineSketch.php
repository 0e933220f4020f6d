<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Meter;

/** A practice line before it is planned: its measures, with what is decided in them. */
final readonly class LineSketch
{
    /**
     * @param list<list<LineNote>> $measures
     * @param int $fifths sharps of its key, flats below zero
     * @param float $tempo quarter notes a minute
     */
    private function __construct(public array $measures, public Meter $meter, public int $fifths, public float $tempo)
    {
    }

    /** @param list<list<LineNote>> $measures as they are written, each as long as the meter says */
    public static function written(array $measures, Meter $meter, int $fifths, float $tempo): self
    {
        return new self($measures, $meter, $fifths, $tempo);
    }

    /**
     * Notes laid into measures one after the other; what goes over a barline is tied, and the last measure is filled with rest.
     *
     * @param list<LineNote> $notes
     */
    public static function laid(array $notes, Meter $meter, int $fifths, float $tempo): self
    {
        $whole = $meter->length();
        $measures = [];
        $measure = [];
        $left = $whole;
        foreach ($notes as $note) {
            while ($note->length->isMoreThan($left)) {
                $over = $note->length->minus($left);
                $first = $note->lasting($left);
                $measure[] = $note->pitch === null ? $first : $first->tied();
                $measures[] = $measure;
                [$measure, $left] = [[], $whole];
                $note = $note->pitch === null ? LineNote::rest($over) : LineNote::of($note->pitch, $over);
            }
            $measure[] = $note;
            $left = $left->minus($note->length);
            if ($left->isZero()) {
                $measures[] = $measure;
                [$measure, $left] = [[], $whole];
            }
        }
        if ($measure !== []) {
            $measures[] = [...$measure, LineNote::rest($left)];
        }

        return new self($measures, $meter, $fifths, $tempo);
    }

    /** Behind one another, in the meter and at the tempo of the first. */
    public function then(self $next): self
    {
        return new self([...$this->measures, ...$next->measures], $this->meter, $this->fifths, $this->tempo);
    }

    public function quarters(): float
    {
        $quarters = Fraction::zero();
        foreach ($this->notes() as $note) {
            $quarters = $quarters->plus($note->length);
        }

        return $quarters->toFloat();
    }

    /** @return list<LineNote> */
    public function notes(): array
    {
        return array_merge(...$this->measures);
    }

    /** Whether two lines have one shape: the same lengths, rests and slurs, so that sections can play them together. */
    public function shape(): string
    {
        $shape = "{$this->meter->beats}/{$this->meter->unit}";
        foreach ($this->measures as $measure) {
            $shape .= '|';
            foreach ($measure as $note) {
                $shape .= ($note->slurs ? '(' : '') . ($note->pitch === null ? 'z' : '') . $note->length . ($note->ends ? ')' : ' ');
            }
        }

        return $shape;
    }
}
