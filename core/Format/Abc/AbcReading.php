<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

/** A typed tune as it was understood. */
final readonly class AbcReading
{
    /**
     * @param string $musicXml all that could be read, as a score
     * @param list<AbcProblem> $problems in the order of the text
     * @param int $notes how many notes were read
     * @param list<list<array{int, int, int}>> $places of each voice the line, the first column and the column behind, of every notehead
     */
    public function __construct(public string $musicXml, public array $problems, public int $notes, public array $places = [])
    {
    }
}
