<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

/** What the part list says of a part. */
final readonly class PartLabel
{
    /**
     * @param string $sound the standard's name of its instrument ("strings.violin"); empty where it has none
     * @param string $instrument the name its instrument has in the file
     * @param string $group the name of the group of parts it stands in
     * @param int|null $program of General MIDI, from 1
     */
    public function __construct(
        public string $name,
        public string $abbreviation,
        public string $sound,
        public string $instrument = '',
        public string $group = '',
        public ?int $program = null,
    ) {
    }

    public function named(string $name): self
    {
        return new self($name, $this->abbreviation, $this->sound, $this->instrument, $this->group, $this->program);
    }
}
