<?php

declare(strict_types=1);

namespace App\Paper;

/** The square codes of all parts, for the wall. */
final class PosterPages
{
    private const COLUMNS = 3;
    private const HEAD = 34.0;
    private const CODE = 50.0;
    private const NAME = 7.0;
    private const ADDRESS = 3.2;
    private const ROW = 78.0;

    /**
     * @param list<array{name: string, code: string, address: string}> $codes each part with its square code, SVG, and where it leads
     * @return list<string> whole sheets, SVG
     */
    public static function of(string $title, array $codes, Paper $paper): array
    {
        [$width, $height] = $paper->size();
        $rows = max(1, (int) floor(($height - 2 * Paper::MARGIN - self::HEAD) / self::ROW));
        $wide = ($width - 2 * Paper::MARGIN) / self::COLUMNS;
        $sheets = [];
        foreach (array_chunk($codes, $rows * self::COLUMNS) as $some) {
            // A long title is set smaller, so that it stays on one line.
            $size = min(13.0, ($width - 2 * Paper::MARGIN) / max(1, mb_strlen($title)) / 0.5);
            $sheet = PrintedPart::text($width / 2, Paper::MARGIN + 12, round($size, 2), 'middle', $title, ' font-weight="bold"')
                . PrintedPart::text($width / 2, Paper::MARGIN + 23, 5, 'middle', 'Point a phone at your part. No account is needed.');
            foreach ($some as $at => ['name' => $name, 'code' => $code, 'address' => $address]) {
                $middle = Paper::MARGIN + ($at % self::COLUMNS + 0.5) * $wide;
                $top = Paper::MARGIN + self::HEAD + intdiv($at, self::COLUMNS) * self::ROW;
                $left = round($middle - self::CODE / 2, 2);
                $side = self::CODE;
                $sheet .= preg_replace('~<svg ~', "<svg x=\"{$left}\" y=\"{$top}\" width=\"{$side}\" height=\"{$side}\" ", $code, 1);
                $letters = min(self::NAME, $wide / max(1, mb_strlen($name)) / 0.55);
                $sheet .= PrintedPart::text($middle, $top + self::CODE + 9, round($letters, 2), 'middle', $name, ' font-weight="bold"');
                // For whom no camera reads it: the server on one line, the key on the next.
                foreach (explode('/part/', (string) preg_replace('~^https?://~', '', $address)) as $line => $piece) {
                    $text = $line === 0 ? "{$piece}/part/" : $piece;
                    $small = min(self::ADDRESS, $wide / max(1, mb_strlen($text)) / 0.55);
                    $sheet .= PrintedPart::text($middle, $top + self::CODE + 13 + $line * 3.6, round($small, 2), 'middle', $text);
                }
            }
            $sheets[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$sheet}</svg>";
        }

        return $sheets;
    }
}
