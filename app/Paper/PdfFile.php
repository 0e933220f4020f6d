<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\NotDrawn;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Parts as one PDF file: vector, black on white, with its fonts in it. The drawn pages get a heading and are handed to librsvg's
 * converter, which knows our fonts alone.
 */
final readonly class PdfFile
{
    private const SECONDS = 120;

    /** @param string $fonts folder of the fonts: the build lays them there */
    public function __construct(private string $fonts, private ?string $program = null)
    {
    }

    /**
     * @param list<PrintedPart> $parts
     * @return string the file
     * @throws NotDrawn
     */
    public function of(array $parts, Paper $paper): string
    {
        $program = $this->program ?? (new ExecutableFinder())->find('rsvg-convert', null, ['/usr/bin', '/usr/local/bin']);
        if ($program === null || !is_executable($program) || !is_dir($this->fonts)) {
            throw NotDrawn::because('PDF files cannot be made on this server: librsvg’s converter is missing. ./pencil up installs it.');
        }
        $folder = sys_get_temp_dir() . '/paper-' . bin2hex(random_bytes(6));
        if (!@mkdir($folder, 0o700)) {
            throw NotDrawn::because('There is no room for a PDF file on this server just now.');
        }
        try {
            $files = [];
            foreach ($parts as $part) {
                foreach ($part->pages as $index => $page) {
                    $files[] = $file = sprintf('%s/%05d.svg', $folder, count($files));
                    file_put_contents($file, self::page($part, $page, $index + 1, $paper));
                }
            }
            file_put_contents("{$folder}/fonts.conf", $this->fontSettings($folder));
            $process = new Process(
                [$program, '--format=pdf', '--unlimited', "--output={$folder}/out.pdf", ...$files],
                env: ['FONTCONFIG_FILE' => "{$folder}/fonts.conf", 'HOME' => $folder],
                timeout: self::SECONDS,
            );
            $process->run();
            $pdf = $process->isSuccessful() ? @file_get_contents("{$folder}/out.pdf") : false;

            return is_string($pdf) && $pdf !== '' ? $pdf : throw NotDrawn::because('These pages could not be made into a PDF file.');
        } finally {
            (new Process(['rm', '-rf', $folder]))->run();
        }
    }

    private static function page(PrintedPart $part, string $drawn, int $number, Paper $paper): string
    {
        [$width, $height] = $paper->size();
        [$margin, $heading] = [Paper::MARGIN, Paper::HEADING];
        $count = count($part->pages);
        $text = static fn (float $x, float $y, float $size, string $anchor, string $words, string $more = ''): string
            => "<text x=\"{$x}\" y=\"{$y}\" font-size=\"{$size}\" text-anchor=\"{$anchor}\" font-family=\"Tinos\"{$more}>"
            . htmlspecialchars($words, ENT_XML1) . '</text>';
        $right = ($part->about === '' ? '' : "{$part->about} · ") . "{$number}/{$count}";
        $head = $number === 1
            ? $text($width / 2, $margin + 5, 6, 'middle', $part->title, ' font-weight="bold"')
            . $text($margin, $margin + 11, 3.6, 'start', $part->part)
            . ($part->composer === '' ? '' : $text($width - $margin, $margin + 5, 3.2, 'end', $part->composer))
            : $text($margin, $margin + 4, 3.6, 'start', "{$part->title} · {$part->part}");
        $head .= $text($width - $margin, $number === 1 ? $margin + 11 : $margin + 4, 3.6, 'end', $right);
        [$inner, $tall] = [$width - 2 * $margin, $height - 2 * $margin - $heading];
        $top = $margin + $heading;
        $place = "x=\"{$margin}\" y=\"{$top}\" width=\"{$inner}\" height=\"{$tall}\" preserveAspectRatio=\"xMidYMin meet\"";
        $music = preg_replace('~<svg ~', "<svg {$place} ", $drawn, 1);

        return '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" '
            . "width=\"{$width}mm\" height=\"{$height}mm\" viewBox=\"0 0 {$width} {$height}\" xml:space=\"preserve\">{$head}{$music}</svg>";
    }

    private function fontSettings(string $folder): string
    {
        return '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>'
            . '<dir>' . htmlspecialchars($this->fonts, ENT_XML1) . "</dir><cachedir>{$folder}/cache</cachedir>"
            // The subset bears its maker's name inside: see resources/fonts/README.md.
            . '<match target="pattern"><test name="family"><string>Notes in Words</string></test>'
            . '<edit name="family" mode="assign" binding="strong"><string>Leland</string></edit></match></fontconfig>';
    }
}
