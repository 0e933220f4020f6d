<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Format\Abc\AbcProblem;

/** What was typed, as a score. */
final readonly class TypedScore
{
    /**
     * @param string $musicXml empty while there is no note
     * @param list<AbcProblem> $problems what could not be read
     * @param list<SectionLine> $lines of a lesson, in the order of its parts; else empty
     * @param list<list<array{int, int, int}>> $places of each typed voice, for every notehead: line, first column, column behind
     */
    public function __construct(public string $musicXml, public array $problems, public array $lines, public array $places)
    {
    }

    public function isEmpty(): bool
    {
        return $this->musicXml === '';
    }
}
