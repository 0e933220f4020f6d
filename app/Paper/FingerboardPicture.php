<?php

declare(strict_types=1);

namespace App\Paper;

use UprightPencil\Practice\FingerboardCard;

/**
 * The fingerboard card as it is drawn: one unit is a millimetre of the instrument, and of paper.
 *
 * @phpstan-import-type Card from FingerboardCard
 */
final readonly class FingerboardPicture
{
    /** Between the strings; from the edge to the nut, where the strings' names stand. */
    private const SPREAD = 12.0;
    private const NUT = 8.0;
    private const RADIUS = 3.4;
    /** The longest piece that every paper takes: long fingerboards are printed in pieces to be laid end to end. */
    private const PIECE = 180.0;
    /** String beyond the last finger. */
    private const BEYOND = 34.0;

    private float $width;
    private float $height;

    /** @param Card $card */
    public function __construct(private array $card)
    {
        $this->width = max([100.0, ...array_column($card['places'], 'mm')]) + self::BEYOND;
        $this->height = count($card['strings']) * self::SPREAD + 26.0;
    }

    /** All of it, as a screen shows it. */
    public function whole(): string
    {
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {$this->width} {$this->height}\">{$this->drawing()}</svg>";
    }

    /** @return list<string> pages without their headings, at true scale, SVG */
    public function pages(Paper $paper): array
    {
        [$width, $height] = $paper->inner();
        $pieces = $this->pieces();
        $each = $this->height + 14.0;
        $onPage = max(1, (int) floor(($height - 40.0) / $each));
        $pages = [];
        foreach (array_chunk($pieces, $onPage, true) as $some) {
            $page = '';
            $top = 0.0;
            foreach ($some as $at => [$from, $length]) {
                $page .= "<svg x=\"0\" y=\"{$top}\" width=\"{$length}\" height=\"{$this->height}\" "
                    . "viewBox=\"{$from} 0 {$length} {$this->height}\">{$this->drawing()}</svg>";
                if (count($pieces) > 1) {
                    $how = $at > 0 ? ': lay its left edge to the right edge of the piece before' : '';
                    $which = 'Piece ' . ($at + 1) . ' of ' . count($pieces) . "{$how}.";
                    $page .= PrintedPart::text(0, $top + $this->height + 4, 3.4, 'start', $which);
                }
                $top += $each;
            }
            $pages[] = "<svg viewBox=\"0 0 {$width} {$height}\">{$page}{$this->foot($top)}</svg>";
        }

        return $pages;
    }

    /** A line to lay a ruler on, and what the hand should know. */
    private function foot(float $top): string
    {
        $foot = '<path d="M0.1 ' . $top . ' v4 m0 -2 H99.9 m0 -2 v4" stroke="#000" stroke-width="0.2" fill="none"/>';
        $lines = [
            '100 mm: lay a ruler on this line. If it is shorter, print at 100 %, not “fit to page”.',
            "Millimetres from the nut. Grey: where tapes lie. The octave harmonic is at {$this->card['octave']} mm.",
        ];
        foreach ($this->card['cautions'] as $caution) {
            $lines = [...$lines, ...explode("\n", wordwrap($caution, 105))];
        }
        foreach ($lines as $at => $line) {
            $foot .= PrintedPart::text(0, $top + 10 + 5 * $at, 3.4, 'start', $line);
        }

        return $foot;
    }

    /** @return list<array{float, float}> where each piece begins, and how long it is; no finger is cut in two */
    private function pieces(): array
    {
        $pieces = [];
        for ($from = 0.0; $from < $this->width;) {
            $to = min($from + self::PIECE, $this->width);
            while ($to < $this->width && $this->isOnFinger($to)) {
                $to--;
            }
            $pieces[] = [$from, $to - $from];
            $from = $to;
        }

        return $pieces;
    }

    private function isOnFinger(float $at): bool
    {
        foreach ($this->card['places'] as $place) {
            if (abs($place['mm'] + self::NUT - $at) < 6) {
                return true;
            }
        }

        return false;
    }

    private function drawing(): string
    {
        $strings = array_reverse($this->card['strings']);
        $tall = count($strings) * self::SPREAD;
        $drawing = '<rect x="6.4" y="3" width="1.6" height="' . $tall . '"/>';
        foreach ($this->card['tapes'] as $tape) {
            if ($tape['mm'] + self::NUT < $this->width - 4) {
                $drawing .= '<rect x="' . ($tape['mm'] + 7.5) . '" y="3" width="1" height="' . $tall . '" fill="#c9b878"/>';
            }
        }
        foreach ($strings as $row => $string) {
            $y = 9 + $row * self::SPREAD;
            $drawing .= '<path d="M8 ' . $y . " H{$this->width}\" stroke=\"#6f6a60\" stroke-width=\"" . (0.4 + $row * 0.2) . '"/>'
                . self::words(1, $y + 1.5, 4.5, 'start', $string['name']);
            foreach ($this->card['places'] as $at => $place) {
                $x = $place['mm'] + self::NUT;
                $dashes = match ($place['shape']) {
                    'low', 'high' => ' stroke-dasharray="1.2 0.9"',
                    'forward', 'back' => ' stroke-dasharray="0.8 0.8"',
                    default => '',
                };
                $size = 'r="' . self::RADIUS . '" fill="#fff" stroke="#000" stroke-width="0.5"';
                $drawing .= "<circle cx=\"{$x}\" cy=\"{$y}\" {$size}{$dashes}/>"
                    . self::words($x, $y + 1.2, 3.1, 'middle', $string['notes'][$at]);
            }
        }
        $row = 0;
        foreach ($this->spots() as $mm => $fingers) {
            $x = (float) $mm + self::NUT;
            $drawing .= self::words($x, $tall + 9, 5, 'middle', $fingers, ' font-weight="bold"')
                // Neighbours in two rows: close places would run into each other.
                . self::words($x, $tall + ($row++ % 2 === 1 ? 19 : 14.5), 3.4, 'middle', (string) $mm);
        }

        return $drawing;
    }

    /** @return array<array-key, string> fingers by their place: two may share one, high 3 and low 4 */
    private function spots(): array
    {
        $spots = [];
        foreach ($this->card['places'] as $place) {
            $spots[(string) $place['mm']][] = $place['words'];
        }

        return array_map(static fn (array $fingers): string => implode(' · ', $fingers), $spots);
    }

    private static function words(float $x, float $y, float $size, string $anchor, string $words, string $more = ''): string
    {
        return PrintedPart::text($x, $y, $size, $anchor, $words, $more);
    }
}
