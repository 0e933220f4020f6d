<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Music\Exception\MusicException;

/** Finds in a part what one kind of practice line is made from. */
interface LineSource
{
    /**
     * @return list<LineProposal> one for each different thing, the most needed first
     * @throws MusicException
     */
    public function in(PracticePart $part): array;
}
