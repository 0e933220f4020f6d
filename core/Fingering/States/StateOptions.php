<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

/** The grips possible at one moment. */
final readonly class StateOptions
{
    /** @param list<array{stops: list<array{int, int, int, string}>, frame: int|null}> $grips */
    public function __construct(public array $grips, public Playability $answer)
    {
    }

    /** @return list<int> frames of the grips that stop a note */
    public function frames(): array
    {
        $frames = [];
        foreach ($this->grips as $grip) {
            if ($grip['frame'] !== null) {
                $frames[$grip['frame']] = true;
            }
        }

        return array_keys($frames);
    }
}
