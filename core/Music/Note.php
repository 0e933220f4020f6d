<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/**
 * One printed notehead, with what the edition prints at it.
 *
 * Times are in quarter notes; `offset` counts from the barline. A grace note has duration 0.
 */
final readonly class Note
{
    /**
     * @param string $id unique in the score; stands in the exported file and in the engraved page
     * @param int $measure index of its measure, from 0
     * @param string $line the independent voice it belongs to (voice, with the staff where there are several)
     * @param Pitch|null $pitch written pitch; null for unpitched percussion
     * @param bool $inChord true for every notehead of a chord but the first
     * @param list<string> $articulations MusicXML names: staccato, tenuto, accent, strong-accent …
     * @param array<int, VisitSign> $printedOnPass bowings printed for one time through only ("2nd time: V"), by pass
     * @param list<string> $fingerings printed finger digits as text
     */
    public function __construct(
        public string $id,
        public int $measure,
        public string $voice,
        public string $line,
        public Fraction $offset,
        public Fraction $duration,
        public ?Pitch $pitch,
        public bool $isGrace,
        public bool $inChord,
        public bool $tieStart,
        public bool $tieStop,
        public array $articulations,
        public ?Direction $printedBow,
        public array $printedOnPass,
        public bool $commaAfter,
        public bool $tremolo,
        public array $fingerings,
        public ?string $printedString,
        public bool $openString,
        public bool $harmonic,
    ) {
    }

    /** The same note with another pitch. */
    public function withPitch(?Pitch $pitch): self
    {
        return new self(
            $this->id,
            $this->measure,
            $this->voice,
            $this->line,
            $this->offset,
            $this->duration,
            $pitch,
            $this->isGrace,
            $this->inChord,
            $this->tieStart,
            $this->tieStop,
            $this->articulations,
            $this->printedBow,
            $this->printedOnPass,
            $this->commaAfter,
            $this->tremolo,
            $this->fingerings,
            $this->printedString,
            $this->openString,
            $this->harmonic,
        );
    }

    public function has(string ...$articulations): bool
    {
        return $this->articulations !== [] && array_intersect($this->articulations, $articulations) !== [];
    }

    /** A dot or a line: what makes the notes of a slur separate. */
    public function isDottedOrLined(): bool
    {
        return $this->has('staccato', 'tenuto', 'detached-legato', 'staccatissimo', 'spiccato');
    }

    /** A dot: the note is shorter than written and leaves time behind it. */
    public function isShortened(): bool
    {
        return $this->has('staccato', 'staccatissimo', 'spiccato');
    }

    /** The finger the edition prints here, 0 for an open string; null where it prints none. */
    public function printedFinger(): ?int
    {
        foreach ($this->fingerings as $text) {
            if (preg_match('~(?<!\d)([0-4])(?!\d)~', $text, $digit) === 1) {
                return (int) $digit[1];
            }
        }

        return $this->openString ? 0 : null;
    }
}
