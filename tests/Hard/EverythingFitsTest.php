<?php

declare(strict_types=1);

namespace Tests\Hard;

use App\Drawing\NodeEngraver;
use App\Drawing\Sheet;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tests\Support\AlteredTunes;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * Everything fits and can be read: every part on every paper, looked at as pixels. Nothing reaches over the edge of its page, every
 * measure is there once, pages are filled, and every sign is one that a font of ours has.
 */
final class EverythingFitsTest extends TestCase
{
    /** Around a page, in CSS pixels: where nothing may be. */
    private const AROUND = 60;
    private const PAPERS = [Sheet::A4, Sheet::Letter, Sheet::A4Large, Sheet::LetterLarge];

    public function testEveryPartFitsOnEveryPaper(): void
    {
        // Only for the folder it stands in.
        (require dirname(__DIR__, 2) . '/bootstrap/app.php')->make('path');
        $engraver = new NodeEngraver(dirname(__DIR__, 2) . '/storage/framework/drawing/worker.mjs', node: trim((string) shell_exec('command -v node')));
        $letters = self::lettersOfOurFonts();
        $faults = [];
        $pages = 0;
        foreach (self::parts() as $name => [$musicXml, $measures]) {
            foreach ($engraver->draw($musicXml, self::PAPERS) as $sheet => $drawn) {
                $seen = [];
                foreach ($drawn as $number => $svg) {
                    $pages++;
                    $place = "{$name} on {$sheet}, page " . ($number + 1);
                    if (self::reachesOut($svg)) {
                        $faults[] = "{$place} reaches over its edge";
                    }
                    foreach (self::textOf($svg) as $letter) {
                        if (!isset($letters[mb_ord($letter)])) {
                            $faults[] = "{$place}: no font of ours has " . sprintf('U+%04X', mb_ord($letter));
                        }
                    }
                    preg_match_all('~data-measure="(\d+)"~', $svg, $found);
                    $seen = [...$seen, ...array_map(intval(...), $found[1])];
                }
                $missing = self::missing($seen, $measures, $musicXml);
                if ($missing !== '') {
                    $faults[] = "{$name} on {$sheet}: {$missing}";
                }
            }
        }

        self::assertSame([], $faults, count($faults) . ' faults');
        self::assertGreaterThan(150, $pages);
    }

    /** @return iterable<string, array{string, int}> marked pages with the number of their measures */
    private static function parts(): iterable
    {
        $scores = [];
        foreach (glob(dirname(__DIR__, 2) . '/demo/scores/*.musicxml') ?: [] as $file) {
            $scores[basename($file, '.musicxml')] = (string) file_get_contents($file);
        }
        for ($seed = 0; $seed < 6; $seed++) {
            $scores["altered {$seed}"] = AlteredTunes::make($seed);
            $scores["high {$seed}"] = Tunes::high($seed)->musicXml();
        }
        $scores['long words'] = Passage::of('4/4', implode(' | ', array_fill(
            0,
            40,
            '[with a great deal of bow and always towards the fingerboard] E6q G6q B6q D7q',
        )))->musicXml();
        $scores['rests'] = Passage::of('4/4', implode(' | ', ['D4w', ...array_fill(0, 12, 'rw'), 'E4w', ...array_fill(0, 5, 'rw'), 'D4w']))->musicXml();
        $scores['one measure'] = Passage::of('4/4', 'D4w')->musicXml();
        $scores['300 measures'] = Passage::of('4/4', implode(' | ', array_fill(0, 300, 'D4e E4e F#4e G4e A4q rq')))->musicXml();
        $options = new PlanOptions(density: Density::EveryNote, bows: BowDensity::EveryMeasure);
        foreach ($scores as $name => $text) {
            $score = (new ScoreReader())->read($text);
            foreach ((new Planner($options))->plan($score)->parts as $plan) {
                yield "{$name} {$plan->part->name}" => [(new ScoreWriter(Document::open($text)))->write([$plan], true), count($score->measures)];
            }
        }
    }

    /** Draws the page with room around it, and looks for ink there. */
    private static function reachesOut(string $svg): bool
    {
        preg_match('~viewBox="0 0 (\d+) (\d+)"~', $svg, $size);
        [$width, $height, $around] = [(int) $size[1], (int) $size[2], self::AROUND];
        $open = (string) preg_replace('~<svg ~', '<svg overflow="visible" ', $svg);
        $placed = (string) preg_replace('~<svg ~', "<svg x=\"{$around}\" y=\"{$around}\" width=\"{$width}\" height=\"{$height}\" ", $open, 1);
        $wide = $width + 2 * $around;
        $high = $height + 2 * $around;
        $process = new Process(['rsvg-convert', '--unlimited', '--background-color=white', '--width=' . intdiv($wide, 3), '--height=' . intdiv($high, 3)]);
        $process->setEnv(['FONTCONFIG_FILE' => self::fontSettings()]);
        $process->setInput("<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" width=\"{$wide}\" "
            . "height=\"{$high}\" viewBox=\"0 0 {$wide} {$high}\">{$placed}</svg>");
        $process->mustRun();
        $picture = imagecreatefromstring($process->getOutput());
        self::assertNotFalse($picture);
        $edge = intdiv($around, 3);
        [$right, $bottom] = [imagesx($picture) - 1, imagesy($picture) - 1];
        $isInk = static fn (int $x, int $y): bool => (imagecolorat($picture, $x, $y) & 0xFF) < 128;
        for ($x = 0; $x <= $right; $x++) {
            for ($y = 0; $y < $edge; $y++) {
                if ($isInk($x, $y) || $isInk($x, $bottom - $y)) {
                    return true;
                }
            }
        }
        for ($y = 0; $y <= $bottom; $y++) {
            for ($x = 0; $x < $edge; $x++) {
                if ($isInk($x, $y) || $isInk($right - $x, $y)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** A machine that has our fonts and no others. */
    private static function fontSettings(): string
    {
        static $file = null;
        if (!is_string($file)) {
            $file = (string) tempnam(sys_get_temp_dir(), 'fonts');
            file_put_contents($file, '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig><dir>'
                . dirname(__DIR__, 2) . "/storage/framework/drawing/fonts</dir><cachedir>{$file}-cache</cachedir>"
                . '<match target="pattern"><test name="family"><string>Notes in Words</string></test>'
                . '<edit name="family" mode="assign" binding="strong"><string>Leland</string></edit></match></fontconfig>');
        }

        return $file;
    }

    /** @param list<int> $seen measures that are drawn, rests of several by their first */
    private static function missing(array $seen, int $measures, string $musicXml): string
    {
        $next = 0;
        foreach ($seen as $measure) {
            // Between two that are drawn there are only empty measures.
            for (; $next < $measure; $next++) {
                if (!self::isRest($musicXml, $next)) {
                    return "measure {$next} is missing";
                }
            }
            if ($measure < $next) {
                return "measure {$measure} is there twice";
            }
            $next = $measure + 1;
        }
        for (; $next < $measures; $next++) {
            if (!self::isRest($musicXml, $next)) {
                return "measure {$next} is missing";
            }
        }

        return '';
    }

    private static function isRest(string $musicXml, int $index): bool
    {
        preg_match_all('~<measure[\s>].*?</measure>~s', $musicXml, $measures);

        return !str_contains($measures[0][$index] ?? '', '<pitch>');
    }

    /** @return list<string> */
    private static function textOf(string $svg): array
    {
        preg_match_all('~<text[\s>].*?</text>~s', $svg, $texts);
        $text = html_entity_decode(strip_tags(implode('', $texts[0])), ENT_QUOTES | ENT_XML1);

        return array_values(array_unique(mb_str_split((string) preg_replace('~\s~u', '', $text))));
    }

    /** @return array<int, true> code points */
    private static function lettersOfOurFonts(): array
    {
        $letters = [];
        foreach (glob(dirname(__DIR__, 2) . '/storage/framework/drawing/fonts/*.ttf') ?: [] as $font) {
            foreach (explode(' ', trim((string) shell_exec('fc-query --format=%{charset} ' . escapeshellarg($font)))) as $range) {
                [$from, $to] = [...explode('-', $range), null];
                for ($letter = (int) hexdec((string) $from), $last = (int) hexdec((string) ($to ?? $from)); $letter <= $last; $letter++) {
                    $letters[$letter] = true;
                }
            }
        }
        self::assertArrayHasKey(0x2293, $letters, 'the sign of a down bow among words');

        return $letters;
    }
}
