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

    /** @param string $part gives the octave */
    public static function make(int $seed, string $part = 'Violin I'): Passage
    {
        $octave = in_array($part, ['Cello', 'Bass'], true) ? 3 : 4;
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
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
                $pitch = 'DEFGAB'[$random->getInt(0, 5)] . ($octave + 4 - $random->getInt(4, 4));
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
