<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Grid;

/** A section, or one line of its divisi, through the eighths or triplets of a measure. */
final readonly class GridRow
{
    public const RESTS = '.';
    public const ENTERS = 'e';
    public const CHANGES = 'c';
    public const HOLDS = '-';

    /**
     * @param 'outside'|'inside'|'all' $line
     * @param string $slots one letter a slot: {@see ENTERS}, {@see CHANGES}, {@see HOLDS} or {@see RESTS}
     */
    public function __construct(public string $partId, public string $line, public string $slots)
    {
    }
}
