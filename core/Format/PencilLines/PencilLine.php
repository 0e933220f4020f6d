<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

/** One written line, taken apart but not yet laid on a part. */
final readonly class PencilLine
{
    /**
     * @param int $number from 1
     * @param string|null $part name or id of the part it belongs to, null when none was named
     * @param list<array{words: list<string>, pass: int|null}> $marks each with its possibilities ("0 or 4": two)
     */
    public function __construct(
        public int $number,
        public ?string $part,
        public string $place,
        public array $marks,
        public string $for,
        public bool $isProposed,
        public ?string $reason,
        public string $comment,
    ) {
    }
}
