<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Marks\Mark;
use UprightPencil\Music\Direction;

/** A direction somebody fixed at an event: the director by a mark or a goal, or the edition by a printed sign. */
final readonly class FixedDirection
{
    /**
     * @param Mark|null $mark the mark that fixes it; null for a printed sign
     * @param int|null $pass the time through it is for; null for every one
     */
    public function __construct(public Direction $direction, public ?Mark $mark = null, public ?int $pass = null)
    {
    }

    /** Who fixed it, in words: "it is printed in the edition down". */
    public function by(): string
    {
        return $this->mark === null ? 'printed in the edition' : 'marked so';
    }
}
