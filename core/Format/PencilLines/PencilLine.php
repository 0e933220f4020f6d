<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\Chair;

/** One written line, taken apart but not yet laid on a part. */
final readonly class PencilLine
{
    /**
     * @param int $number from 1
     * @param string|null $part name or id of the part it belongs to, null when none was named
     * @param list<WrittenMark> $marks
     */
    public function __construct(
        public int $number,
        public ?string $part,
        public string $place,
        public array $marks,
        public Chair $for,
        public bool $isProposed,
        public ?WrittenReason $reason,
        public string $comment,
    ) {
    }
}
