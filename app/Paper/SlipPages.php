<?php

declare(strict_types=1);

namespace App\Paper;

use App\Models\Edition;
use UprightPencil\Settings\CountingWords;

/**
 * What a player pencils into a printed part, one, two or four times on a sheet, to be cut apart and laid on the stands. A list too long
 * for its slip is set smaller, and where that does not help, with fewer on a sheet; alone on a sheet it goes on on the next.
 *
 * @phpstan-import-type KeptList from Edition
 */
final class SlipPages
{
    public const COUNTS = [1, 2, 4];

    /** Size of the letters in millimetres: what is smaller is not read on a stand. */
    private const LARGEST = 4.6;
    private const SMALLEST = 2.8;
    private const STEP = 0.2;
    /** Height of a line, and about how wide a letter is, as a share of the letters' size. */
    private const LINE = 1.3;
    private const LETTER = 0.47;
    /** White edge inside a slip, in millimetres. */
    private const EDGE = 5.0;

    /**
     * @param KeptList $list
     * @param int $count of slips on a sheet, if they fit
     * @return list<string> whole sheets, SVG
     */
    public static function of(string $heading, array $list, int $count, Paper $paper, CountingWords $words = CountingWords::American): array
    {
        foreach (array_filter(array_reverse(self::COUNTS), static fn (int $one): bool => $one <= $count) as $many) {
            [$width, $height] = self::slip($paper, $many);
            for ($size = self::LARGEST; $size >= self::SMALLEST; $size -= self::STEP) {
                $lines = self::lines($heading, $list, $size, $width, $words);
                $fit = max(4, (int) floor($height / ($size * self::LINE)));
                if (count($lines) <= $fit || ($many === 1 && $size - self::STEP < self::SMALLEST)) {
                    return array_map(
                        static fn (array $some): string => self::sheet($some, $many, $size, $paper),
                        array_chunk($lines, $fit),
                    );
                }
            }
        }

        return [];
    }

    /** @return array{float, float} width and height of a slip between its edges, in millimetres */
    private static function slip(Paper $paper, int $many): array
    {
        [$width, $height] = $paper->size();
        [$columns, $rows] = self::grid($many);

        return [($width - 2 * Paper::MARGIN) / $columns - 2 * self::EDGE, ($height - 2 * Paper::MARGIN) / $rows - 2 * self::EDGE];
    }

    /** @return array{int, int} columns and rows */
    private static function grid(int $many): array
    {
        return [$many === 4 ? 2 : 1, $many === 1 ? 1 : 2];
    }

    /**
     * @param KeptList $list
     * @return list<array{string, bool, bool}> words, whether bold, whether a box to tick stands before them
     */
    private static function lines(string $heading, array $list, float $size, float $width, CountingWords $words): array
    {
        $letters = max(12, (int) floor($width / ($size * self::LETTER)));
        $lines = [];
        foreach (explode("\n", wordwrap($heading, $letters)) as $line) {
            $lines[] = [$line, true, false];
        }
        $lines[] = [ucfirst($list['length']), false, false];
        foreach ($list['rows'] as $row) {
            $also = $row['also'] === [] ? '' : ', also m. ' . implode(', ', $row['also']);
            $landmark = $row['landmark'] === '' ? '' : " ({$row['landmark']})";
            // The box takes the room of three letters.
            $said = wordwrap($words->say("{$row['place']}: {$row['text']}{$also}{$landmark}"), $letters - 3);
            foreach (explode("\n", $said) as $at => $line) {
                $lines[] = [$line, false, $at === 0];
            }
        }

        return $lines;
    }

    /** @param list<array{string, bool, bool}> $lines */
    private static function sheet(array $lines, int $many, float $size, Paper $paper): string
    {
        $step = $size * self::LINE;
        $indent = 3 * $size * self::LETTER;
        $slip = '';
        foreach ($lines as $at => [$words, $isBold, $isFirst]) {
            $y = ($at + 1) * $step;
            $isHead = $isBold || ($at > 0 && $lines[$at - 1][1]);
            $slip .= PrintedPart::text($isHead ? 0 : $indent, $y, $size, 'start', $words, $isBold ? ' font-weight="bold"' : '');
            $side = round(0.62 * $size, 2);
            $top = round($y - $side, 2);
            $slip .= $isFirst ? self::box(0, $top, $side, $side, 'stroke-width="0.2"') : '';
        }
        [$width, $height] = $paper->size();
        [$columns, $rows] = self::grid($many);
        [$wide, $tall] = [($width - 2 * Paper::MARGIN) / $columns, ($height - 2 * Paper::MARGIN) / $rows];
        $sheet = '';
        for ($index = 0; $index < $many; $index++) {
            $x = round(Paper::MARGIN + ($index % $columns) * $wide, 2);
            $y = round(Paper::MARGIN + intdiv($index, $columns) * $tall, 2);
            // Where it is cut.
            $sheet .= $many === 1 ? '' : self::box($x, $y, round($wide, 2), round($tall, 2), 'stroke-width="0.15" stroke-dasharray="2 2"');
            $sheet .= '<g transform="translate(' . ($x + self::EDGE) . ' ' . ($y + self::EDGE) . ")\">{$slip}</g>";
        }

        return "<svg viewBox=\"0 0 {$width} {$height}\">{$sheet}</svg>";
    }

    /** @param string $pen how it is drawn, as attributes */
    private static function box(float $x, float $y, float $width, float $height, string $pen): string
    {
        return "<rect x=\"{$x}\" y=\"{$y}\" width=\"{$width}\" height=\"{$height}\" fill=\"none\" stroke=\"#000\" {$pen}/>";
    }
}
