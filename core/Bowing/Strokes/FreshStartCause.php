<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

/** Why a stroke takes its direction from what follows, not from what came before. */
enum FreshStartCause
{
    case Beginning;
    case LongRest;
    case RehearsalMark;
    case Tremolo;

    public function words(): string
    {
        return match ($this) {
            self::Beginning => 'the beginning',
            self::LongRest => 'a rest of a measure or more',
            self::RehearsalMark => 'a rest before a rehearsal mark',
            self::Tremolo => 'tremolo',
        };
    }
}
