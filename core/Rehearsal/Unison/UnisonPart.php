<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Unison;

use UprightPencil\Drills\BuiltLine;

/** The line for everybody, as one section reads it. */
final readonly class UnisonPart
{
    /**
     * @param int $octaves from where the line stands in its own part
     * @param list<string> $moved notes an octave from the rest, sentences without their full stops
     * @param list<string> $lost notes no octave brings within what the class has learned
     */
    public function __construct(
        public string $partId,
        public string $name,
        public int $octaves,
        public array $moved,
        public array $lost,
        public BuiltLine $music,
    ) {
    }
}
