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
    case Balance = 'balance';
    case Hard = 'hard';
    case Sections = 'sections';
    case Firsts = 'firsts';

    public function title(): string
    {
        return match ($this) {
            self::Tune => 'Who has the tune',
            self::LongNote => 'Longest notes',
            self::FastSlur => 'Most notes in one bow',
            self::Change => 'Changes of key, meter and speed',
            self::Dynamics => 'Loud and soft',
            self::Balance => 'Is the tune heard?',
            self::Hard => 'Hardest measures',
            self::Sections => 'Where sections differ',
            self::Firsts => 'Met here first, or only here',
        };
    }
}
