<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

/** Two patterns meet in a measure. */
final readonly class PatternMeeting
{
    /** @param int $measure its index */
    public function __construct(public int $measure, public string $text)
    {
    }
}
