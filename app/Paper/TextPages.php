<?php

declare(strict_types=1);

namespace App\Paper;

/**
 * Sentences in columns on paper, wrapped where their column ends. Of a cell there are its left edge and width in millimetres, its words,
 * and whether they are bold.
 *
 * @phpstan-type TextCell array{0: float, 1: float, 2: string, 3?: bool}
 * @phpstan-type TextRow list<TextCell>
 */
final class TextPages
{
    private const LARGEST = 4.2;
    private const SMALLEST = 2.6;
    private const STEP = 0.2;
    /** Height of a line, room under a row, and about how wide a letter is, as shares of the letters' size. */
    public const LINE = 1.3;
    private const AFTER = 0.45;
    public const LETTER = 0.47;

    /**
     * @param list<TextRow> $rows an empty one is a little room
     * @param bool $isOnePage whether all of it is set so small that it fits on one page, if it can be
     * @return list<string> pages without their headings, SVG
     */
    public static function of(array $rows, Paper $paper, bool $isOnePage = false): array
    {
        [$width, $height] = $paper->inner();
        $size = self::LARGEST;
        while ($isOnePage && $size - self::STEP >= self::SMALLEST && self::height($rows, $size) > $height) {
            $size -= self::STEP;
        }
        $pages = [];
        $page = '';
        $top = 0.0;
        foreach ($rows as $row) {
            $tall = self::rowHeight($row, $size);
            if ($top + $tall > $height && $page !== '') {
                $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}</svg>";
                [$page, $top] = ['', 0.0];
            }
            $page .= self::row($row, $top, $size);
            $top += $tall;
        }
        if ($page !== '' || $pages === []) {
            $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}</svg>";
        }

        return $pages;
    }

    /** @param list<TextRow> $rows */
    private static function height(array $rows, float $size): float
    {
        return array_sum(array_map(static fn (array $row): float => self::rowHeight($row, $size), $rows));
    }

    /** @param TextRow $row */
    private static function rowHeight(array $row, float $size): float
    {
        if ($row === []) {
            return $size * self::AFTER;
        }
        $lines = 1;
        foreach ($row as $cell) {
            $lines = max($lines, count(self::lines($cell, $size)));
        }

        return $lines * $size * self::LINE + $size * self::AFTER;
    }

    /** @param TextRow $row */
    private static function row(array $row, float $top, float $size): string
    {
        $svg = '';
        foreach ($row as $cell) {
            foreach (self::lines($cell, $size) as $at => $line) {
                $y = round($top + ($at + 1) * $size * self::LINE, 2);
                $svg .= PrintedPart::text($cell[0], $y, $size, 'start', $line, ($cell[3] ?? false) ? ' font-weight="bold"' : '');
            }
        }

        return $svg;
    }

    /**
     * @param TextCell $cell
     * @return non-empty-list<string>
     */
    private static function lines(array $cell, float $size): array
    {
        return explode("\n", wordwrap($cell[2], max(4, (int) floor($cell[1] / ($size * self::LETTER)))));
    }
}
