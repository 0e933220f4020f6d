<?php

declare(strict_types=1);

namespace Tests\Support;

/** Made-up tunes for properties that must hold over any music: the same tune for the same number. */
final class Tunes
{
    private const PATTERNS = [
        ['q', 'q', 'q', 'q'], ['h', 'q', 'q'], ['q.', 'e', 'h'], ['e', 'e', 'q', 'e', 'e', 'q'], ['h.', 'rq'], ['q', 'rq', 'h'],
        ['e', 'e', 'e', 'e', 'e', 'e', 'e', 'e'], ['w'], ['rq', 'q', 'q', 'q'], ['rh', 'h'], ['q', 'q', 'h'], ['rw'],
    ];

    /** Notes of first position, from the lowest open string up. */
    private const FIRST_POSITION = [
        'Violin I' => ['G3', 'A3', 'B3', 'C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5', 'D5', 'E5', 'F5', 'G5', 'A5', 'B5'],
        'Viola' => ['C3', 'D3', 'E3', 'F3', 'G3', 'A3', 'B3', 'C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5', 'D5', 'E5'],
        'Cello' => ['C2', 'D2', 'E2', 'F2', 'G2', 'A2', 'B2', 'C3', 'D3', 'E3', 'F3', 'G3', 'A3', 'B3', 'C4', 'D4'],
        'Bass' => ['E2', 'F2', 'G2', 'A2', 'B2', 'C3', 'D3', 'E3', 'F3', 'G3', 'A3', 'B3'],
    ];

    /** Notes of the upper strings, through third position. */
    public const HIGH = ['A4', 'B4', 'C5', 'D5', 'E5', 'F5', 'G5', 'A5', 'B5', 'C6', 'D6'];

    /** A tune on the upper strings that leaves first position and comes back. */
    public static function high(int $seed): Passage
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $at = $random->getInt(2, 6);
        $measures = ['C6q D6q C6q B5q'];
        for ($measure = 0; $measure < 6; $measure++) {
            $notes = [];
            foreach ([['e', 'e', 'e', 'e', 'q', 'q'], ['q', 'q', 'h'], ['q', 'e', 'e', 'q', 'q']][$random->getInt(0, 2)] as $value) {
                $notes[] = self::HIGH[$at] . $value;
                $at = max(0, min(10, $at + [-3, -2, -1, 1, 2, 3][$random->getInt(0, 5)]));
            }
            $measures[] = implode(' ', $notes);
        }

        return Passage::of('4/4', implode(' | ', [...$measures, 'A4w']))->at($random->getInt(60, 110))->profile('third-position');
    }

    /** @param string $part gives the range */
    public static function make(int $seed, string $part = 'Violin I'): Passage
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $pitches = self::FIRST_POSITION[$part] ?? self::FIRST_POSITION['Violin I'];
        $at = intdiv(count($pitches), 2);
        $measures = [];
        for ($count = $random->getInt(8, 20); $count > 0; $count--) {
            $pattern = self::PATTERNS[$random->getInt(0, count(self::PATTERNS) - 1)];
            $notes = [];
            $slur = 0;
            foreach ($pattern as $index => $value) {
                if (str_starts_with($value, 'r')) {
                    $notes[] = $value;
                    continue;
                }
                // By steps and small leaps, as a tune goes, over the whole of first position.
                $at = max(0, min(count($pitches) - 1, $at + [-4, -2, -1, -1, 0, 1, 1, 2, 3][$random->getInt(0, 8)]));
                $pitch = $pitches[$at];
                $note = $pitch . $value . ($slur === 0 && $random->getInt(0, 5) === 0 ? "'" : '');
                $next = $pattern[$index + 1] ?? 'r';
                if ($slur > 0) {
                    $note .= ')';
                    $slur = 0;
                } elseif (!str_starts_with($next, 'r') && $random->getInt(0, 2) === 0) {
                    $note = '(' . $note;
                    $slur = 1;
                }
                $notes[] = $note;
            }
            $dynamic = $random->getInt(0, 5) === 0 ? '[' . ['p', 'mf', 'f', 'ff'][$random->getInt(0, 3)] . '] ' : '';
            $measures[] = $dynamic . implode(' ', $notes);
        }
        $schools = [\UprightPencil\Bowing\Settings\BowSchool::AsItComes, \UprightPencil\Bowing\Settings\BowSchool::Downbeat];

        return Passage::of('4/4', implode(' | ', $measures))->at($random->getInt(60, 140))->school($schools[$seed % 2]);
    }
}
