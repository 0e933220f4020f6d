<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\InnerChange;
use UprightPencil\Music\PlaceWords;

/** A change of bow inside a note, with the beat it stands on. */
final readonly class PrintedChange
{
    /** @param string $beat in the meter's lower number from 1, as a decimal */
    public function __construct(public InnerChange $change, public string $beat)
    {
    }

    /** Whether everybody does it every time: the note is then divided there. */
    public function isForAll(): bool
    {
        return $this->change->for->isAll() && $this->change->pass === null;
    }

    /** As the contract lists it: change, direction, beat, and for whom or which time when not for all. */
    public function token(): string
    {
        return "change-{$this->change->direction->value}-{$this->beat}"
            . ($this->change->for->isAll() ? '' : "-{$this->change->for->value}")
            . ($this->change->pass === null ? '' : "-{$this->change->pass}x");
    }

    /** In words over the note, where it is not for all. */
    public function words(): string
    {
        $who = $this->change->for->isAll() ? '' : "{$this->change->for->value}: ";
        $time = $this->change->pass === null ? '' : PlaceWords::ordinal($this->change->pass) . ' time: ';

        return "{$who}{$time}change {$this->change->direction->value} on {$this->beat}";
    }
}
