<?php

declare(strict_types=1);

namespace Tests\Hard;

use App\Import\PreparedScore;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Feature\FeatureTestCase;
use Throwable;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\Planner;

/** Scores with something wrong in them, in every way chance thinks of: read and worked out, or refused in a sentence. */
final class MutatedScoresTest extends FeatureTestCase
{
    private const SECONDS = 8.0;
    private const MEGABYTES = 220;
    private const NUMBERS = ['0', '-1', '1', '7', '11', '999983', '999979', '1000000', '99999999999', '1e9', '0.3333', 'x', '', '٣', '1/3'];
    private const ELEMENTS = [
        'divisions', 'duration', 'beats', 'beat-type', 'fifths', 'octave', 'alter', 'step', 'voice', 'staff', 'actual-notes', 'per-minute',
        'part-name', 'work-title', 'words', 'rehearsal', 'offset', 'fingering', 'string', 'staves',
    ];
    private const BITS = [
        '<backup><duration>3</duration></backup>', '<forward><duration>5</duration></forward>', '<note><rest/><duration>1</duration></note>',
        '<barline><repeat direction="backward" times="99"/></barline>', '<barline><repeat direction="forward"/></barline>',
        '<barline><ending number="1,2,77" type="start"/></barline>', '<barline><ending number="2" type="stop"/></barline>',
        '<direction><sound dacapo="yes"/></direction>', '<direction><sound dalsegno="x"/></direction>', '<direction><sound tocoda="x"/></direction>',
        '<direction><direction-type><words>D.S. al Coda</words></direction-type></direction>',
        '<note><grace/><pitch><step>A</step><octave>4</octave></pitch></note>', '<note><chord/><pitch><step>C</step><octave>9</octave></pitch><duration>1</duration></note>',
        '<attributes><divisions>997</divisions></attributes>', '<attributes><time><senza-misura/></time></attributes>',
        '<measure number="1"/>', '<note/>', '&amp;', "\u{202E}", '<!-- x -->', '<![CDATA[<note>]]>',
    ];

    public function testAreWorkedOutOrRefusedInASentence(): void
    {
        $random = new Randomizer(new Mt19937(Amount::seed()));
        $sources = array_map(file_get_contents(...), glob(dirname(__DIR__, 2) . '/demo/scores/{lesson-1[2-5],paper-boats}.musicxml', GLOB_BRACE) ?: []);
        $tries = Amount::of(1000, 20_000);
        $faults = [];
        $read = $refused = 0;
        $slowest = 0.0;
        for ($try = 0; $try < $tries; $try++) {
            $source = (string) $sources[$random->getInt(0, 9) === 0 ? 4 : $random->getInt(0, 3)];
            $bytes = $this->mutated($source, $random);
            $start = hrtime(true);
            try {
                $this->work($bytes);
                $read++;
            } catch (UnreadableScore $refusal) {
                $refused++;
                self::assertMatchesRegularExpression('~^.{5,400}\.$~su', $refusal->getMessage());
            } catch (Throwable $fault) {
                $faults[] = "try {$try}: " . $fault::class . " {$fault->getMessage()} at {$fault->getFile()}:{$fault->getLine()}";
                file_put_contents(sys_get_temp_dir() . "/fault-{$try}.musicxml", $bytes);
            }
            $seconds = (hrtime(true) - $start) / 1e9;
            $slowest = max($slowest, $seconds);
            if ($seconds > self::SECONDS) {
                $faults[] = "try {$try} took " . round($seconds, 1) . ' s';
            }
        }
        $megabytes = memory_get_peak_usage(true) / 1e6;
        Amount::tell("{$tries} mutated scores: {$read} worked out, {$refused} refused, " . count($faults) . ' faults, slowest ' . round($slowest, 2)
            . ' s, ' . round($megabytes) . ' MB');
        self::assertSame([], $faults);
        self::assertLessThan(self::MEGABYTES, $megabytes);
        self::assertGreaterThan($tries / 4, $read, 'most mutations leave something to read');
        self::assertGreaterThan($tries / 50, $refused, 'some leave nothing');
    }

    private function work(string $bytes): void
    {
        $document = Document::open($bytes);
        $plan = (new Planner())->plan((new ScoreReader())->fromDocument($document));
        self::assertJson((new MarkedScoreJson())->write($plan));
        $written = (new ScoreWriter($document))->write($plan->parts);
        self::assertTrue(mb_check_encoding($written, 'UTF-8'));
        // What is written can be read again, and kept.
        (new ScoreReader())->read($written);
        PreparedScore::of($bytes, 'score.musicxml');
    }

    private function mutated(string $bytes, Randomizer $random): string
    {
        foreach (range(1, $random->getInt(1, 4)) as $time) {
            $bytes = match ($random->getInt(0, 7)) {
                0, 1 => $this->otherNumber($bytes, $random),
                2, 3 => $this->inserted($bytes, $random),
                4 => $this->withoutElement($bytes, $random),
                5 => $this->doubled($bytes, $random),
                6 => $this->otherBytes($bytes, $random),
                default => $random->getInt(0, 3) === 0 ? substr($bytes, 0, $random->getInt(1, strlen($bytes) - 1)) : $this->otherAttribute($bytes, $random),
            };
        }

        return $random->getInt(0, 19) === 0 ? (string) iconv('UTF-8', 'UTF-16//IGNORE', $bytes) : $bytes;
    }

    private function pick(array $from, Randomizer $random): string
    {
        return $from[$random->getInt(0, count($from) - 1)];
    }

    private function otherNumber(string $bytes, Randomizer $random): string
    {
        $name = $this->pick(self::ELEMENTS, $random);
        $count = preg_match_all("~<{$name}>[^<]*<~", $bytes, $found, PREG_OFFSET_CAPTURE);
        if ($count < 1) {
            return $bytes;
        }
        [$text, $at] = $found[0][$random->getInt(0, $count - 1)];

        return substr_replace($bytes, "<{$name}>" . $this->pick(self::NUMBERS, $random) . '<', $at, strlen($text));
    }

    private function otherAttribute(string $bytes, Randomizer $random): string
    {
        $count = preg_match_all('~ (?:id|number|type|times|direction|implicit)="[^"]*"~', $bytes, $found, PREG_OFFSET_CAPTURE);
        [$text, $at] = $found[0][$random->getInt(0, max(0, $count - 1))] ?? ['', 0];
        $value = $this->pick(['', 'P1', '1', '2', '999999', 'start', 'stop', 'backward', 'x y', str_repeat('n', 300), '&lt;b&gt;'], $random);

        return substr_replace($bytes, (string) preg_replace('~"[^"]*"~', "\"{$value}\"", $text), $at, strlen($text));
    }

    private function place(string $bytes, Randomizer $random): int
    {
        $at = strpos($bytes, '>', $random->getInt(0, strlen($bytes) - 1));

        return $at === false ? strlen($bytes) : $at + 1;
    }

    private function inserted(string $bytes, Randomizer $random): string
    {
        return substr_replace($bytes, $this->pick(self::BITS, $random), $this->place($bytes, $random), 0);
    }

    private function withoutElement(string $bytes, Randomizer $random): string
    {
        $name = $this->pick([...self::ELEMENTS, 'note', 'measure', 'attributes', 'pitch', 'part-list', 'barline'], $random);
        $count = preg_match_all("~<{$name}\\b[^>]*>.*?</{$name}>~s", $bytes, $found, PREG_OFFSET_CAPTURE);
        if ($count < 1) {
            return $bytes;
        }
        [$text, $at] = $found[0][$random->getInt(0, $count - 1)];

        return substr_replace($bytes, '', $at, strlen($text));
    }

    private function doubled(string $bytes, Randomizer $random): string
    {
        $name = $this->pick(['note', 'measure', 'part', 'score-part', 'attributes', 'direction'], $random);
        if (preg_match_all("~<{$name}\\b.*?</{$name}>~s", $bytes, $found, PREG_OFFSET_CAPTURE) < 1) {
            return $bytes;
        }
        [$text, $at] = $found[0][$random->getInt(0, count($found[0]) - 1)];

        return substr_replace($bytes, $text, $at, 0);
    }

    private function otherBytes(string $bytes, Randomizer $random): string
    {
        foreach (range(1, $random->getInt(1, 3)) as $time) {
            $bytes[$random->getInt(0, strlen($bytes) - 1)] = chr($random->getInt(0, 255));
        }

        return $bytes;
    }
}
