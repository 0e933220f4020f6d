<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\Mark;

/** What came of reading pencil lines. */
final readonly class Reading
{
    /**
     * @param array<string, list<Mark>> $marks by part id, in the order written
     * @param list<LineError> $errors in line order
     */
    public function __construct(public array $marks, public array $errors)
    {
    }
}
