<?php

declare(strict_types=1);

namespace App\Paper;

/**
 * Gives a PDF file its title and language, which the converter leaves out: readers show the title instead of the file's name, and
 * screen readers know how to pronounce it. Written as an incremental update (ISO 32000-1, 7.5.6), so that the rest stays as it is.
 */
final class PdfTitle
{
    /** @return string the file with its title; as it was when it is not built as expected */
    public static function set(string $pdf, string $title, string $language = 'en-US'): string
    {
        $hasTrailer = preg_match('~trailer\s*<<(.*?)>>\s*startxref\s*(\d+)\s*%%EOF\s*$~s', substr($pdf, -2048), $trailer) === 1;
        [$references, $before] = $hasTrailer ? [$trailer[1], $trailer[2]] : ['', ''];
        $root = self::number('~/Root (\d+) 0 R~', $references);
        $size = self::number('~/Size (\d+)~', $references);
        $hasCatalog = preg_match("~\\b{$root} 0 obj\\s*<<(.*?)>>\\s*endobj~s", $pdf, $catalog) === 1;
        if ($root === 0 || $size === 0 || !$hasCatalog) {
            return $pdf;
        }
        $info = self::number('~/Info (\d+) 0 R~', $references) ?: $size;
        $objects = [
            $root => '<<' . rtrim($catalog[1]) . " /Lang ({$language}) /ViewerPreferences << /DisplayDocTitle true >> >>",
            $info => '<< /Title <FEFF' . strtoupper(bin2hex(mb_convert_encoding($title, 'UTF-16BE', 'UTF-8'))) . '> >>',
        ];
        $pdf = rtrim($pdf) . "\n";
        $table = '';
        foreach ($objects as $number => $content) {
            $table .= "{$number} 1\n" . sprintf("%010d 00000 n \n", strlen($pdf));
            $pdf .= "{$number} 0 obj\n{$content}\nendobj\n";
        }
        $start = strlen($pdf);
        $count = max($size, $info + 1);

        return "{$pdf}xref\n{$table}trailer\n<< /Size {$count} /Root {$root} 0 R /Info {$info} 0 R /Prev {$before} >>\n"
            . "startxref\n{$start}\n%%EOF\n";
    }

    private static function number(string $pattern, string $in): int
    {
        return preg_match($pattern, $in, $match) === 1 ? (int) $match[1] : 0;
    }
}
