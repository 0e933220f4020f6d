<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** What one printed note shows of a typed one: where a length has no note of its own, several that are tied. */
final readonly class AbcPiece
{
    /**
     * @param Fraction $length in whole notes, as typed
     * @param string $type "quarter", as MusicXML names it
     * @param list<string> $beams begin, continue or end, by their level
     */
    public function __construct(
        public Fraction $length,
        public string $type,
        public int $dots,
        public bool $isFirst,
        public bool $isLast,
        public bool $isGrace,
        public bool $isSlashed,
        public array $beams,
    ) {
    }
}
