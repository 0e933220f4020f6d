<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

/** One line of the reader's list: what to pencil in at one note. */
final readonly class ReadersRow
{
    /**
     * @param string $measure as printed
     * @param string $beat in the meter's lower number from 1, as a decimal
     * @param string $place as a player looks for it: "m. 9 beat 3"
     * @param string $landmark how to find the measure: "3rd measure after B"; empty where there is nothing to go by
     * @param non-empty-list<string> $words what to write, sign by sign: "⊓ down", "high 2"
     * @param list<string> $same passages where the same is to be written: "38-41"
     * @param list<string> $also the measure in each of them, as printed
     */
    public function __construct(
        public string $noteId,
        public string $measure,
        public string $beat,
        public string $place,
        public string $landmark,
        public array $words,
        public array $same = [],
        public array $also = [],
    ) {
    }

    public function text(): string
    {
        return implode(', ', $this->words);
    }

    /**
     * @param list<string> $same
     * @param list<string> $also
     */
    public function alsoAt(array $same, array $also): self
    {
        return new self($this->noteId, $this->measure, $this->beat, $this->place, $this->landmark, $this->words, $same, $also);
    }
}
