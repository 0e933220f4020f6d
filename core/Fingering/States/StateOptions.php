<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/** The hand states possible at one event. */
final readonly class StateOptions
{
    /** @param list<StopSet> $states */
    public function __construct(public array $states, public Playability $answer)
    {
    }

    /** @return list<int> frames of the hand states that stop a note */
    public function frames(): array
    {
        $frames = [];
        foreach ($this->states as $state) {
            if ($state->frame !== null) {
                $frames[$state->frame] = true;
            }
        }

        return array_keys($frames);
    }
}
