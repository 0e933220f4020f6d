<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

/** One mark of a written line. */
final readonly class WrittenMark
{
    /**
     * @param list<string> $possibilities its words; two or more where it leaves them open ("0 or 4")
     * @param int|null $pass the time through it is for ("2x"); null for every one
     */
    public function __construct(public array $possibilities, public ?int $pass)
    {
    }
}
