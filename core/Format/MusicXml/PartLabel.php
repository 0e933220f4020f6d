<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

/** What the part list says of a part. */
final readonly class PartLabel
{
    /** @param string $sound the standard's name of its instrument ("strings.violin"); empty where it has none */
    public function __construct(public string $name, public string $abbreviation, public string $sound)
    {
    }

    public function named(string $name): self
    {
        return new self($name, $this->abbreviation, $this->sound);
    }
}
