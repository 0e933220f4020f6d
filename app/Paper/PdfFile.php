<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\NotDrawn;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use ZipArchive;

/**
 * Parts as one PDF file: vector, black on white, with its fonts in it. The drawn pages get a heading and are handed to librsvg's
 * converter, which knows our fonts alone.
 */
final readonly class PdfFile
{
    private const SECONDS = 120;
    private const NO_ROOM = 'There is no room for a PDF file on this server just now.';

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
            throw NotDrawn::because(self::NO_ROOM);
        }
        try {
            $files = [];
            foreach ($parts as $part) {
                foreach ($part->sheets($paper) as $sheet) {
                    $files[] = $file = sprintf('%s/%05d.svg', $folder, count($files));
                    file_put_contents($file, $sheet);
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

            if (!is_string($pdf) || $pdf === '') {
                throw NotDrawn::because('These pages could not be made into a PDF file.');
            }

            return PdfTitle::set($pdf, self::titleOf($parts));
        } finally {
            (new Process(['rm', '-rf', $folder]))->run();
        }
    }

    /** @param list<PrintedPart> $parts */
    private static function titleOf(array $parts): string
    {
        $first = $parts[0] ?? null;

        return match (true) {
            $first === null => '',
            count($parts) === 1 => implode(' – ', array_filter([$first->title, $first->part])),
            default => $first->title,
        };
    }

    /**
     * Each part as a file of its own, in a zip file.
     *
     * @param list<PrintedPart> $parts
     * @return string the file
     * @throws NotDrawn
     */
    public function zip(array $parts, Paper $paper): string
    {
        $path = tempnam(sys_get_temp_dir(), 'set');
        $zip = new ZipArchive();
        if ($path === false || $zip->open($path, ZipArchive::OVERWRITE) !== true) {
            throw NotDrawn::because(self::NO_ROOM);
        }
        try {
            foreach ($parts as $number => $part) {
                // Two parts may have one name.
                $name = sprintf('%02d %s', $number + 1, preg_replace('~[^\p{L}\p{N} ._-]+~u', ' ', "{$part->title} - {$part->part}"));
                $zip->addFromString("{$name}.pdf", $this->of([$part], $paper));
            }

            return $zip->close() ? (string) file_get_contents($path) : throw NotDrawn::because(self::NO_ROOM);
        } finally {
            unlink($path);
        }
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
