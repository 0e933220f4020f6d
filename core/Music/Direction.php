<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** The way the bow goes. */
enum Direction: string
{
    case Down = 'down';
    case Up = 'up';

    public function opposite(): self
    {
        return $this === self::Down ? self::Up : self::Down;
    }

    public function flippedIf(bool $flip): self
    {
        return $flip ? $this->opposite() : $this;
    }
}
