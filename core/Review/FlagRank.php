<?php

declare(strict_types=1);

namespace UprightPencil\Review;

/** How much a flag matters. The first two are what needs a look; the third may be read or not. */
enum FlagRank: string
{
    case Wrong = 'wrong';
    case Look = 'look';
    case Know = 'know';

    public function title(): string
    {
        return match ($this) {
            self::Wrong => 'Will go wrong',
            self::Look => 'Worth a look',
            self::Know => 'Good to know',
        };
    }
}
