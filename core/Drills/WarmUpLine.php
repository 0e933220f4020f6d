<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** What one section plays in a step of a warm-up. */
final readonly class WarmUpLine
{
    /**
     * @param int $section position of the section among those that warm up
     * @param bool $isOwn whether its own part asks for it; the others hold the rhythm on an open string
     * @param list<string> $serves printed measures of its part; empty where it goes along
     */
    public function __construct(public int $section, public bool $isOwn, public array $serves, public LineSketch $sketch)
    {
    }
}
