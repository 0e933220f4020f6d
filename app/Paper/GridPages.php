<?php

declare(strict_types=1);

namespace App\Paper;

use App\Http\Resources\EntrancesResource;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Rehearsal\Grid\GridRow;

/**
 * Who enters when, as a grid: filled where a section begins a note, grey where it holds, empty where it rests.
 *
 * @phpstan-import-type EntranceGrid from EntrancesResource
 * @phpstan-import-type GridBar from EntrancesResource
 */
final class GridPages
{
    private const NAMES = 26.0;
    private const ROW = 4.2;
    private const HEAD = 5.0;
    private const BELOW = 5.0;
    private const SIZE = 3.0;
    /** Measures on a line. */
    private const ACROSS = 4;

    /**
     * @param EntranceGrid $grid
     * @return list<string> pages without their headings, SVG
     */
    public static function of(array $grid, Paper $paper): array
    {
        [$width, $height] = $paper->inner();
        $pages = [];
        $page = '';
        $top = 0.0;
        foreach (array_chunk($grid['measures'], self::ACROSS) as $bars) {
            $rows = self::rows($bars, $grid['parts']);
            $told = self::told($bars, $width);
            $tall = self::HEAD + count($rows) * self::ROW + count($told) * self::SIZE * TextPages::LINE + self::BELOW;
            if ($top + $tall > $height && $page !== '') {
                $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}</svg>";
                [$page, $top] = ['', 0.0];
            }
            $page .= '<g transform="translate(0 ' . round($top, 2) . ')">' . self::line($bars, $rows, $told, $width) . '</g>';
            $top += $tall;
        }
        $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}</svg>";

        return $pages;
    }

    /**
     * @param list<GridBar> $bars
     * @param array<string, string> $names
     * @return array<string, string> words by part and line
     */
    private static function rows(array $bars, array $names): array
    {
        $rows = [];
        foreach ($names as $part => $name) {
            foreach (['all' => '', 'outside' => ' outside', 'inside' => ' inside'] as $line => $words) {
                foreach ($bars as $bar) {
                    foreach ($bar['rows'] as $row) {
                        if ($row['part'] === (string) $part && $row['line'] === $line) {
                            $rows["{$part} {$line}"] = $name . $words;
                        }
                    }
                }
            }
        }

        return $rows;
    }

    /**
     * @param list<GridBar> $bars
     * @return list<string>
     */
    private static function told(array $bars, float $width): array
    {
        $lines = [];
        foreach ($bars as $bar) {
            foreach ($bar['told'] as $sentence) {
                $letters = (int) floor($width / (self::SIZE * TextPages::LETTER));
                array_push($lines, ...explode("\n", wordwrap(PlaceWords::numbered($bar['number']) . ": {$sentence}", $letters)));
            }
        }

        return $lines;
    }

    /**
     * @param list<GridBar> $bars
     * @param array<string, string> $rows
     * @param list<string> $told
     */
    private static function line(array $bars, array $rows, array $told, float $width): string
    {
        $svg = '';
        $each = ($width - self::NAMES) / self::ACROSS;
        foreach (array_values($rows) as $at => $name) {
            $svg .= PrintedPart::text(0, self::HEAD + $at * self::ROW + 3.1, self::SIZE, 'start', $name);
        }
        foreach ($bars as $number => $bar) {
            $left = self::NAMES + $number * $each;
            $svg .= PrintedPart::text($left, 3.4, self::SIZE, 'start', $bar['number'], ' font-weight="bold"');
            $keys = array_keys($rows);
            foreach ($bar['rows'] as $row) {
                $at = array_search("{$row['part']} {$row['line']}", $keys, true);
                $svg .= self::cells($row['slots'], $left, self::HEAD + (int) $at * self::ROW, $each - 2.0);
            }
            $tall = count($rows) * self::ROW;
            $svg .= '<path d="M' . round($left - 0.8, 2) . ' ' . self::HEAD . "v{$tall}\" stroke=\"#000\" stroke-width=\"0.2\"/>";
        }
        foreach ($told as $at => $sentence) {
            $y = self::HEAD + count($rows) * self::ROW + ($at + 1) * self::SIZE * TextPages::LINE;
            $svg .= PrintedPart::text(0, $y, self::SIZE, 'start', $sentence);
        }

        return $svg;
    }

    private static function cells(string $slots, float $left, float $top, float $width): string
    {
        $svg = '';
        $each = $width / max(1, strlen($slots));
        foreach (str_split($slots) as $at => $slot) {
            $fill = match ($slot) {
                GridRow::ENTERS => '#000',
                GridRow::CHANGES => '#666',
                GridRow::HOLDS => '#ccc',
                default => null,
            };
            if ($fill !== null) {
                $x = round($left + $at * $each, 2);
                $wide = round($slot === GridRow::HOLDS ? $each : $each - 0.3, 2);
                $svg .= "<rect x=\"{$x}\" y=\"" . round($top + 0.5, 2) . "\" width=\"{$wide}\" height=\"3.2\" fill=\"{$fill}\"/>";
            }
        }

        return $svg;
    }
}
