<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Heard;

use UprightPencil\Drills\LineProposal;

/** What helps a section after something was heard from it: a mark, a practice line, or both. */
final readonly class Correction
{
    /**
     * @param list<string> $lines pencil lines of the part; empty where no mark says it
     * @param string $words what the mark is, in words; empty without one
     */
    public function __construct(public array $lines, public string $words, public ?LineProposal $practice)
    {
    }

    public function isEmpty(): bool
    {
        return $this->lines === [] && $this->practice === null;
    }
}
