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
     * @param array<int, Direction> $printedOnPass signs printed for one time through only ("2× V"), by pass
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

    /**
     * What most notes have no use for is left out: scores are kept between two keys on the desk and read again at each.
     *
     * @return array<int|string, mixed>
     */
    public function __serialize(): array
    {
        $kept = [$this->id, $this->measure, $this->voice, $this->line, $this->offset, $this->duration, $this->pitch];
        $rare = get_object_vars($this);
        foreach (array_slice($rare, count($kept), null, true) as $name => $value) {
            if ($value !== false && $value !== null && $value !== []) {
                $kept[$name] = $value;
            }
        }

        return $kept;
    }

    /**
     * @param array{0: string, 1: int, 2: string, 3: string, 4: Fraction, 5: Fraction, 6: Pitch|null, isGrace?: bool, inChord?: bool,
     *     tieStart?: bool, tieStop?: bool, articulations?: list<string>, printedBow?: Direction, printedOnPass?: array<int, Direction>,
     *     commaAfter?: bool, tremolo?: bool, fingerings?: list<string>, printedString?: string, openString?: bool,
     *     harmonic?: bool} $kept
     */
    public function __unserialize(array $kept): void
    {
        [$this->id, $this->measure, $this->voice, $this->line, $this->offset, $this->duration, $this->pitch] = $kept;
        $this->isGrace = $kept['isGrace'] ?? false;
        $this->inChord = $kept['inChord'] ?? false;
        $this->tieStart = $kept['tieStart'] ?? false;
        $this->tieStop = $kept['tieStop'] ?? false;
        $this->articulations = $kept['articulations'] ?? [];
        $this->printedBow = $kept['printedBow'] ?? null;
        $this->printedOnPass = $kept['printedOnPass'] ?? [];
        $this->commaAfter = $kept['commaAfter'] ?? false;
        $this->tremolo = $kept['tremolo'] ?? false;
        $this->fingerings = $kept['fingerings'] ?? [];
        $this->printedString = $kept['printedString'] ?? null;
        $this->openString = $kept['openString'] ?? false;
        $this->harmonic = $kept['harmonic'] ?? false;
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
}
