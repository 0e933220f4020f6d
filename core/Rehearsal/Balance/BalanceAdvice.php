<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Balance;

/** Something to say about who is heard in a stretch. */
final readonly class BalanceAdvice
{
    /**
     * @param int $from index of the first measure
     * @param int $to of the last
     * @param list<string> $parts ids of those it is for
     * @param string $text a sentence without its full stop
     * @param string $why from what it was reckoned, in words
     */
    public function __construct(
        public int $from,
        public int $to,
        public array $parts,
        public string $text,
        public string $why,
    ) {
    }
}
