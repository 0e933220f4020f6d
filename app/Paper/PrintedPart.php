<?php

declare(strict_types=1);

namespace App\Paper;

/** The pages of one part, and what stands over them. */
final readonly class PrintedPart
{
    private const CODE = 17.0;
    /** Of a sentence under the heading, and how tall its letters are. */
    private const LINE = 4.4;
    private const LETTERS = 3.2;
    /** What of them the margin below takes. */
    private const SPARE = 4.0;

    /**
     * @param string $about edition and date; empty for none
     * @param list<string> $pages as they were drawn, SVG
     * @param string $composer empty for none
     * @param bool $isBare whether its pages are whole sheets, which say themselves what they are
     * @param string $code the square code of the part's link, SVG, for the first page; empty for none
     * @param list<string> $under sentences under the heading of the first page
     */
    public function __construct(
        public string $title,
        public string $part,
        public string $about,
        public array $pages,
        public string $composer = '',
        public string $code = '',
        public bool $isBare = false,
        public array $under = [],
    ) {
    }

    /** @return list<string> whole sheets of paper with their headings, SVG */
    public function sheets(Paper $paper): array
    {
        return array_map(
            fn (string $page, int $index): string => $this->sheet($page, $index + 1, $paper),
            $this->pages,
            array_keys($this->pages),
        );
    }

    private function sheet(string $drawn, int $number, Paper $paper): string
    {
        [$width, $height] = $paper->size();
        $whole = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" '
            . "width=\"{$width}mm\" height=\"{$height}mm\" viewBox=\"0 0 {$width} {$height}\" xml:space=\"preserve\">";
        if ($this->isBare) {
            return "{$whole}{$drawn}</svg>";
        }
        $margin = Paper::MARGIN;
        $right = ($this->about === '' ? '' : "{$this->about} · ") . "{$number}/" . count($this->pages);
        $head = $number === 1
            ? $this->firstHead($width)
            : self::text($margin, $margin + 4, 3.6, 'start', "{$this->title} · {$this->part}");
        $head .= self::text($width - $margin, $number === 1 ? $margin + 11 : $margin + 4, 3.6, 'end', $right);
        [$inner, $tall] = $paper->inner();
        // What stands under the heading pushes the music down, which is then a little smaller: it stays on its page.
        $lines = $number === 1 ? count($this->under) * self::LINE : 0.0;
        $top = $margin + Paper::HEADING + $lines;
        $tall -= max(0.0, $lines - self::SPARE);
        $place = "x=\"{$margin}\" y=\"{$top}\" width=\"{$inner}\" height=\"{$tall}\" preserveAspectRatio=\"xMidYMin meet\"";
        $music = preg_replace('~<svg ~', "<svg {$place} ", $drawn, 1);

        return "{$whole}{$head}{$music}</svg>";
    }

    private function firstHead(float $width): string
    {
        $margin = Paper::MARGIN;
        $left = $margin;
        $code = '';
        if ($this->code !== '') {
            $side = self::CODE;
            $place = "x=\"{$margin}\" y=\"" . ($margin - 6) . "\" width=\"{$side}\" height=\"{$side}\"";
            $code = (string) preg_replace('~<svg ~', "<svg {$place} ", $this->code, 1);
            $left += $side + 3;
        }

        $under = '';
        foreach ($this->under as $line => $sentence) {
            $under .= self::text($left, $margin + 15.4 + $line * self::LINE, self::LETTERS, 'start', $sentence);
        }

        return $code . $under . self::text($width / 2, $margin + 5, 6, 'middle', $this->title, ' font-weight="bold"')
            . self::text($left, $margin + 11, 3.6, 'start', $this->part)
            . ($this->composer === '' ? '' : self::text($width - $margin, $margin + 5, 3.2, 'end', $this->composer));
    }

    /** @param string $more attributes, with a space before them */
    public static function text(float $x, float $y, float $size, string $anchor, string $words, string $more = ''): string
    {
        return "<text x=\"{$x}\" y=\"{$y}\" font-size=\"{$size}\" text-anchor=\"{$anchor}\" font-family=\"Tinos\"{$more}>"
            // The font that has sharps and flats hangs them under the line.
            . preg_replace('~[♭♯♮]~u', '<tspan baseline-shift="20%">$0</tspan>', htmlspecialchars($words, ENT_XML1)) . '</text>';
    }
}
