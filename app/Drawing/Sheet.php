<?php

declare(strict_types=1);

namespace App\Drawing;

/** What a handed-out page is drawn on beforehand: screens by their width, and papers. Their sizes: `resources/js/drawing/sheets.ts`. */
enum Sheet: string
{
    case Narrow = 'narrow';
    case Phone = 'phone';
    case Tablet = 'tablet';
    case Desktop = 'desktop';
    // The lines of the printed edition, for who compares: drawn when it is asked for.
    case Lines = 'lines';
    case A4 = 'a4';
    case Letter = 'letter';
    case A4Large = 'a4-large';
    case LetterLarge = 'letter-large';
    // For all parts together, drawn when it is asked for.
    case A4Score = 'a4-score';
    case LetterScore = 'letter-score';
    // For the lessons of a week, drawn when they are asked for.
    case A4Week = 'a4-week';
    case LetterWeek = 'letter-week';
    case A4WeekLarge = 'a4-week-large';
    case LetterWeekLarge = 'letter-week-large';

    /** @return list<self> */
    public static function screens(): array
    {
        return [self::Phone, self::Desktop, self::Tablet, self::Narrow];
    }

    /** @return list<self> */
    public static function all(): array
    {
        return [...self::screens(), self::A4, self::Letter, self::A4Large, self::LetterLarge];
    }
}
