<?php

declare(strict_types=1);

namespace UprightPencil\Review\Reading;

use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;

/** One thing worth telling of a part as it is printed, whatever its bows and fingers are. */
interface PartCheck
{
    /** @return list<Flag> in no order */
    public function flags(Score $score, Part $part, MarkBook $book): array;
}
