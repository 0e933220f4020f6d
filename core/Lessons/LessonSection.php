<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Instrument;

/** A section that reads a typed line, each in its own clef. */
enum LessonSection: string
{
    case Violins = 'violin';
    case FirstViolins = 'violin-1';
    case SecondViolins = 'violin-2';
    case Violas = 'viola';
    case Cellos = 'cello';
    case Basses = 'bass';

    /** @return non-empty-list<self> the string orchestra */
    public static function orchestra(): array
    {
        return [self::FirstViolins, self::SecondViolins, self::Violas, self::Cellos, self::Basses];
    }

    public function instrument(): Instrument
    {
        return match ($this) {
            self::Violins, self::FirstViolins, self::SecondViolins => Instrument::Violin,
            self::Violas => Instrument::Viola,
            self::Cellos => Instrument::Cello,
            self::Basses => Instrument::Bass,
        };
    }

    public function partName(): string
    {
        return match ($this) {
            self::Violins => 'Violin',
            self::FirstViolins => 'Violin I',
            self::SecondViolins => 'Violin II',
            self::Violas => 'Viola',
            self::Cellos => 'Cello',
            self::Basses => 'Bass',
        };
    }

    /** @return array{string, int} sign and line of its clef */
    public function clef(): array
    {
        return match ($this->instrument()) {
            Instrument::Viola => ['C', 3],
            Instrument::Cello, Instrument::Bass => ['F', 4],
            default => ['G', 2],
        };
    }
}
