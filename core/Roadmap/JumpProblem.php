<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

/** A jump or repeat that could not be followed as printed, in one sentence. */
final readonly class JumpProblem
{
    public function __construct(public int $measure, public string $text)
    {
    }
}
