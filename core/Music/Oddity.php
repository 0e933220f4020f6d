<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Something in a score that the reader understood only in part, in one sentence. */
final readonly class Oddity
{
    /** @param int|null $measure index of the measure, null for the whole part or score */
    public function __construct(
        public string $text,
        public ?string $partId = null,
        public ?int $measure = null,
    ) {
    }
}
