<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

/** What a first look at a piece asks for. */
enum GlanceKind: string
{
    case Tune = 'tune';
    case LongNote = 'long-note';
    case FastSlur = 'fast-slur';
    case Change = 'change';
    case Dynamics = 'dynamics';

    public function title(): string
    {
        return match ($this) {
            self::Tune => 'Who has the tune',
            self::LongNote => 'Longest notes',
            self::FastSlur => 'Most notes in one bow',
            self::Change => 'Changes of key, meter and speed',
            self::Dynamics => 'Loud and soft',
        };
    }
}
