<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\Sheet;

/** Sizes of paper. */
enum Paper: string
{
    case A4 = 'a4';
    case Letter = 'letter';

    /** White edge in millimetres, and the room over the music for its heading: as in `resources/js/drawing/sheets.ts`. */
    public const MARGIN = 12.0;
    public const HEADING = 14.0;

    /** @return array{float, float} width and height in millimetres */
    public function size(): array
    {
        return match ($this) {
            self::A4 => [210.0, 297.0],
            self::Letter => [215.9, 279.4],
        };
    }

    /** @return array{float, float} width and height of what is under the heading, in millimetres */
    public function inner(): array
    {
        [$width, $height] = $this->size();

        return [$width - 2 * self::MARGIN, $height - 2 * self::MARGIN - self::HEADING];
    }

    /** For all parts one under the other. */
    public function scoreSheet(): Sheet
    {
        return match ($this) {
            self::A4 => Sheet::A4Score,
            self::Letter => Sheet::LetterScore,
        };
    }

    /** For several lessons one after another. */
    public function weekSheet(bool $isLarge): Sheet
    {
        return match ($this) {
            self::A4 => $isLarge ? Sheet::A4WeekLarge : Sheet::A4Week,
            self::Letter => $isLarge ? Sheet::LetterWeekLarge : Sheet::LetterWeek,
        };
    }

    public function sheet(bool $isLarge): Sheet
    {
        return match ($this) {
            self::A4 => $isLarge ? Sheet::A4Large : Sheet::A4,
            self::Letter => $isLarge ? Sheet::LetterLarge : Sheet::Letter,
        };
    }
}
