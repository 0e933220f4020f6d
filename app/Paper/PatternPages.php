<?php

declare(strict_types=1);

namespace App\Paper;

use App\Http\Resources\PatternResource;
use UprightPencil\Settings\CountingWords;

/**
 * The sheet of finger patterns: which the part needs, on which string, where, and where two meet.
 *
 * @phpstan-import-type PatternMap from PatternResource
 */
final class PatternPages
{
    private const LINE = 6.4;
    private const SIZE = 4.0;
    /** How many letters of this size a line of measures takes, and a sentence over the whole width. */
    private const LETTERS = 44;
    private const WIDE = 90;
    private const COLUMNS = [0.0, 26.0, 84.0, 104.0];

    /**
     * @param PatternMap $map
     * @return list<string> pages without their headings, SVG
     */
    public static function of(array $map, Paper $paper, CountingWords $words = CountingWords::American): array
    {
        $rows = [self::row(['String', 'Pattern', 'First in', $words->say('Measures')], ' font-weight="bold"')];
        foreach ($map['patterns'] as $pattern) {
            $position = $pattern['position'] === 'I' ? '' : " {$pattern['position']}";
            $lines = explode("\n", wordwrap($pattern['ranges'], self::LETTERS));
            $first = $words->say("m. {$pattern['measures'][0]}");
            $rows[] = self::row([$pattern['string'] . $position, $pattern['pattern'], $first, $lines[0]]);
            foreach (array_slice($lines, 1) as $line) {
                $rows[] = self::row(['', '', '', $line]);
            }
        }
        if ($map['patterns'] === []) {
            $rows[] = self::row(['No two neighbouring fingers are used together in this part.']);
        }
        if ($map['meetings'] !== []) {
            $rows[] = '';
            $rows[] = self::row(['Where two patterns meet'], ' font-weight="bold"');
        }
        foreach ($map['meetings'] as $meeting) {
            foreach (explode("\n", wordwrap($words->say("m. {$meeting['measure']}: {$meeting['text']}"), self::WIDE)) as $line) {
                $rows[] = self::row([$line]);
            }
        }
        [$width, $height] = $paper->inner();
        $pages = [];
        foreach (array_chunk($rows, max(1, (int) floor($height / self::LINE))) as $some) {
            $page = '';
            foreach ($some as $at => $row) {
                $page .= $row === '' ? '' : '<g transform="translate(0 ' . ($at + 1) * self::LINE . ")\">{$row}</g>";
            }
            $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}</svg>";
        }

        return $pages;
    }

    /** @param list<string> $cells */
    private static function row(array $cells, string $more = ''): string
    {
        $row = '';
        foreach ($cells as $column => $cell) {
            $row .= $cell === '' ? '' : PrintedPart::text(self::COLUMNS[$column], 0, self::SIZE, 'start', $cell, $more);
        }

        return $row;
    }
}
