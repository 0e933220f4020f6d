<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Plan\Planner;
use UprightPencil\Roadmap\Roadmap;

/** Files that were made to do harm, or were never meant to be a class's score: answered in a sentence, soon, and with little. */
final class HostileScoresTest extends TestCase
{
    private static function score(string $inside = '', string $attributes = ''): string
    {
        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"' . $attributes
            . '><part-name>Violin</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes>'
            . '<divisions>1</divisions></attributes><note><pitch><step>A</step><octave>4</octave></pitch><duration>4</duration>'
            . $inside . '</note></measure></part></score-partwise>';
    }

    /** @return iterable<string, array{string, string}> */
    public static function refused(): iterable
    {
        $attributes = implode('', array_map(static fn (int $i): string => " a{$i}=\"1\"", range(1, 20000)));
        yield '20,000 attributes' => [self::score('', $attributes), 'a tag'];
        yield '20,000 attributes in single quotes over lines' => [self::score('', strtr($attributes, '" ', "'\n")), 'a tag'];
        yield '65 attributes' => [self::score('', substr($attributes, 0, (int) strpos($attributes, ' a66='))), 'more than 64 attributes'];
        yield 'one long tag' => [self::score('', ' a="' . str_repeat('x', 9000) . '"'), 'longer than 8192 characters'];
        yield 'deep' => [self::score(str_repeat('<x>', 70) . str_repeat('</x>', 70)), 'inside one another'];
        yield 'deep, and cut off' => [self::score(str_repeat('<x>', 300000)), 'inside one another'];
        yield 'a million elements' => [self::score(str_repeat('<x/>', 1000001)), 'elements'];
        yield 'a comment that never ends' => [self::score('<!-- ' . str_repeat('<!-- ', 100000)), 'not a readable MusicXML file'];
    }

    #[DataProvider('refused')]
    public function testIsRefusedInASentenceBeforeATreeIsBuilt(string $bytes, string $sentence): void
    {
        $start = getrusage();
        try {
            (new ScoreReader())->read($bytes);
            self::fail('It was read.');
        } catch (UnreadableScore $refusal) {
            self::assertStringContainsString($sentence, $refusal->getMessage());
        }
        $seconds = (getrusage()['ru_utime.tv_sec'] ?? 0) - ($start['ru_utime.tv_sec'] ?? 0);
        // A tree of 20,000 attributes takes 26 s; the guard is far from what the machine's mood changes.
        self::assertLessThan(10, $seconds);
    }

    public function testWhatScoresReallyHaveIsTaken(): void
    {
        $attributes = implode('', array_map(static fn (int $i): string => " a{$i}=\"1\"", range(1, 60)));
        $comment = '<!-- <x <x <x ' . str_repeat('<deep>', 90) . ' -->';

        $score = (new ScoreReader())->read(self::score($comment . str_repeat('<x>', 40) . str_repeat('</x>', 40), $attributes));

        self::assertCount(1, $score->parts[0]->notes);
    }

    public function testEndingsBeyondWhatAnybodyPlaysAreLeftOut(): void
    {
        $xml = Passage::of('4/4', 'A4w | B4w | C5w')->musicXml();
        $xml = (string) preg_replace('~(<measure number="2"[^>]*>)~', '$1<barline location="left"><ending number="1, 99999" type="start"/></barline>', $xml);
        $xml = (string) preg_replace('~(<measure number="2".*?)</measure>~s', '$1<barline location="right"><ending number="1" type="stop"/>'
            . '<repeat direction="backward" times="30000"/></barline></measure>', $xml, 1);

        $score = (new ScoreReader())->read($xml);

        self::assertSame([1], $score->measures[1]->endings);
        self::assertStringContainsString('beyond 16 times', $score->oddities[0]->text);
        self::assertSame(1, $score->oddities[0]->measure);
        self::assertLessThanOrEqual(40, count(Roadmap::of($score)->visits));
    }

    public function testRepeatsInsideRepeatsAreFollowedNoFurtherThanAPieceCanBe(): void
    {
        $xml = Passage::of('4/4', implode(' | ', array_fill(0, 40, 'A4w')))->musicXml();
        $times = static fn (string $where): string => $where === 'left'
            ? '<barline location="left"><repeat direction="forward"/></barline>'
            : '<barline location="right"><repeat direction="backward" times="16"/></barline>';
        for ($number = 1; $number <= 20; $number++) {
            $xml = (string) preg_replace("~(<measure number=\"{$number}\"[^>]*>)~", '$1' . $times('left'), $xml);
            $last = 41 - $number;
            $xml = (string) preg_replace("~(<measure number=\"{$last}\".*?)</measure>~s", '$1' . $times('right') . '</measure>', $xml, 1);
        }

        $score = (new ScoreReader())->read($xml);
        $roadmap = Roadmap::of($score);

        self::assertCount(320, $roadmap->visits);
        self::assertStringContainsString('more than 320 measures', $roadmap->problems[0]->text);
        self::assertNotSame([], array_filter((new Planner())->plan($score)->flags, static fn ($flag): bool => $flag->code->value === 'jump-unclear'));
    }

    public function testLengthsThatDoNotFitTogetherAreToldInASentence(): void
    {
        $music = static fn (int $divisions): string => "<attributes><divisions>{$divisions}</divisions></attributes>"
            . '<note><pitch><step>A</step><octave>4</octave></pitch><duration>1</duration></note>';
        $xml = str_replace('<divisions>1</divisions></attributes>', '<divisions>1</divisions></attributes>'
            . $music(999983) . $music(999979) . $music(999961) . $music(999959), self::score());

        $this->expectException(UnreadableScore::class);
        $this->expectExceptionMessage('Violin, measure 1: a length is a finer part of a quarter note than can be counted exactly.');
        (new ScoreReader())->read($xml);
    }

    public function testLengthsAsProgramsWriteThemFitTogether(): void
    {
        $music = '';
        foreach ([480, 1024, 7 * 480, 5 * 256, 11] as $divisions) {
            $music .= "<attributes><divisions>{$divisions}</divisions></attributes>"
                . '<note><pitch><step>A</step><octave>4</octave></pitch><duration>1</duration></note>';
        }

        $score = (new ScoreReader())->read(str_replace('<note>', $music . '<note>', self::score()));

        self::assertCount(6, $score->parts[0]->notes);
    }

    public function testAFractionBeyondIntegersIsAnErrorOfOurs(): void
    {
        $fine = Fraction::of(1, 3_037_000_507);
        foreach (
            [
                static fn () => $fine->plus(Fraction::of(1, 3_037_000_493)),
                static fn () => $fine->minus(Fraction::of(1, 3_037_000_493)),
                static fn () => $fine->times(Fraction::of(1, 3_037_000_493)),
                static fn () => $fine->dividedBy(Fraction::of(3_037_000_493)),
            ] as $work
        ) {
            try {
                $work();
                self::fail('It was counted.');
            } catch (MusicException $error) {
                self::assertStringContainsString('counted exactly', $error->getMessage());
            }
        }
    }

    public function testPartsWithOneIdAreTwoParts(): void
    {
        $part = '<part id="P1"><measure number="1"><note><pitch><step>D</step><octave>4</octave></pitch><duration>4</duration></note></measure></part>';
        $xml = str_replace('</score-part>', '</score-part><score-part id="P1"><part-name>Viola</part-name></score-part>', self::score());
        $xml = str_replace('</score-partwise>', $part . '</score-partwise>', $xml);

        $score = (new ScoreReader())->read($xml);

        self::assertSame(['P1', 'P2'], array_map(static fn ($part): string => $part->id, $score->parts));
        self::assertSame(['Violin', 'Viola'], array_map(static fn ($part): string => $part->name, $score->parts));
        self::assertStringContainsString('Viola', (new ScoreWriter(Document::open($xml)))->part('P2'));
    }

    public function testAPartWithoutAnIdGetsOne(): void
    {
        $xml = str_replace('id="P1"', 'id=""', self::score());

        self::assertSame('P1', (new ScoreReader())->read($xml)->parts[0]->id);
    }

    public function testTheComposerIsReadAndNobodyElse(): void
    {
        $who = '<identification><creator type="lyricist">A. Other</creator><creator type="composer"> Tamsin Orrel </creator></identification>';
        $named = (new ScoreReader())->read(str_replace('<part-list>', "{$who}<part-list>", self::score()));

        self::assertSame('Tamsin Orrel', $named->composer);
        self::assertSame('Tamsin Orrel', $named->withParts($named->parts[0])->composer);
        self::assertSame('', (new ScoreReader())->read(self::score())->composer);
    }

    public function testTitlesAndNamesAreNoBooks(): void
    {
        $long = str_repeat('Märchen ', 400000);
        $xml = str_replace('<part-list>', "<work><work-title>{$long}</work-title></work><part-list>", self::score());
        $xml = str_replace('Violin', $long, $xml);

        $score = (new ScoreReader())->read($xml);

        self::assertSame(200, mb_strlen($score->title));
        self::assertStringEndsWith('…', $score->title);
        self::assertSame(['The title is longer than 200 letters; the rest of it is left out.'], array_map(static fn ($one): string => $one->text, $score->oddities));
        self::assertSame(200, mb_strlen($score->parts[0]->name));
    }

    /** @return iterable<string, array{string, string}> */
    public static function encodings(): iterable
    {
        foreach (['UTF-16LE' => "\xFF\xFE", 'UTF-16BE' => "\xFE\xFF"] as $encoding => $mark) {
            yield $encoding => ['UTF-16', $mark . '%s'];
            yield "{$encoding}, without its mark" => ['UTF-16', '%s'];
        }
        yield 'ISO-8859-1' => ['ISO-8859-1', '%s'];
        yield 'Windows-1252' => ['windows-1252', '%s'];
        yield 'UTF-8 with a mark' => ['UTF-8', "\xEF\xBB\xBF%s"];
    }

    #[DataProvider('encodings')]
    public function testWhatLeavesIsUtf8WhateverCameIn(string $declared, string $shape): void
    {
        $encoding = str_starts_with((string) $this->dataName(), 'UTF-16') ? substr((string) $this->dataName(), 0, 8) : $declared;
        $text = str_replace(['UTF-8', 'Violin'], [$declared, 'Geige für Zoë'], self::score());
        $bytes = sprintf(str_replace('%s', '%1$s', $shape), iconv('UTF-8', $encoding, $text));

        $score = (new ScoreReader())->read($bytes);
        $written = (new ScoreWriter(Document::open($bytes)))->write((new Planner())->plan($score)->parts);

        self::assertSame('Geige für Zoë', $score->parts[0]->name);
        self::assertStringStartsWith('<?xml version="1.0" encoding="UTF-8"?>', $written);
        self::assertStringContainsString('Geige für Zoë', $written);
        self::assertTrue(mb_check_encoding($written, 'UTF-8'));
        self::assertSame('Geige für Zoë', (new ScoreReader())->read($written)->parts[0]->name);
        self::assertStringContainsString('Geige für Zoë', (new MarkedScoreJson())->write((new Planner())->plan($score)));
    }
}
