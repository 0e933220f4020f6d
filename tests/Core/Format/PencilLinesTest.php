<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Format\PencilLines\Reading;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\PageList;

final class PencilLinesTest extends TestCase
{
    private const MUSIC = 'A4q | D5q E5e F5e G5q A5q | (B5q A5q) (G5q F5q) | [mark B] D4q rq E4h | F4q* G4q* A4q* B4h | C5w~ | C5h D5h';

    private static function score(): Score
    {
        return Passage::of('4/4', self::MUSIC)->withPickup()->score();
    }

    private static function read(string $lines): Reading
    {
        $score = self::score();

        return (new PencilLinesReader($score, $score->parts))->read($lines);
    }

    public function testACommentBeginsAfterABlankAndOutsideQuotes(): void
    {
        $words = static function (string $line): array {
            $mark = self::read($line)->marks['P1'][0];

            return [$mark->words(), $mark->comment];
        };

        self::assertSame(['down', 'so'], $words('1.1 down # so'));
        self::assertSame(['down', 'so'], $words('1.1 down #so'));
        self::assertSame(['"no. #2"', ''], $words('1.1 "no. #2"'));
        self::assertSame(['"C# D"', 'sharp # twice'], $words('1.1 "C# D" # sharp # twice'));
        self::assertNotSame([], self::read('1.1 down#so')->errors, 'without a blank it belongs to the word');
        self::assertSame([], self::read('# 1.1 down')->marks['P1'] ?? []);
    }

    public function testThePageAboutTheNotationShowsEveryMark(): void
    {
        $page = (string) file_get_contents(dirname(__DIR__, 3) . '/docs/pencil-lines.md');
        $table = substr($page, (int) strpos($page, '## Marks'));
        // Places and words are examples: what stands for a mark is how it begins.
        $missing = array_filter(
            array_diff(MarkKinds::examples(), ['"to the tip"']),
            static fn (string $example): bool => !str_contains($table, "`{$example}`"),
        );

        self::assertSame([], array_values($missing));
        self::assertStringContainsString('| `"words"` |', $table);
    }

    /** @return iterable<string, array{string}> every form the notation has */
    public static function forms(): iterable
    {
        $lines = [
            '0.1 up', '1.1 down', '1.2 hook', '1.2+ up', '3.3 retake', '3.3 lift', '3.3 no retake', '1.1 no sign',
            '1.4 goal down', '1.4 goal up', '2 no slurs', '1-2 no slurs', '1.1 slur 1.2', '5.3 change up', '1.1 4', '1.1 low 4',
            '1.2 high 3', '1.1 x4', '1.1 0', '1.1 0 or 4', '1-2 III', '1.1-1.3 III : 1 3 1 3', '1 on G', '1.1 leave down',
            '1.1 slide', '1.1 leave out', '1.1 divide', '1.1 courtesy', '1.1 "to the tip"', '1-2 III or I', '1.1 slur 1.2 or no slurs', '1.1 down or up',
            '1.1 down 2x', '1.1 down ?', '5.3 change up @outside', '1.1 down @stand 2', '1.3 down > 2.1 down', '1.1 down # why not',
            '4.5/3 up', '3.3 no lift', '3.3 freeze', '1.1 near the bridge', '1.1 usual place', '1.1 set on A', '1.1 simile', '1.1 release',
            '1.1 counts', '1.1 harmonic', '1.1 no finger', '1.1 "say # this, or that"', '1-2 ½', '1-2 II½',
        ];
        foreach ($lines as $line) {
            yield $line => [$line];
        }
    }

    #[DataProvider('forms')]
    public function testEveryFormReadsAndWritesBackTheSameMark(string $line): void
    {
        $score = self::score();
        $reading = self::read($line);
        self::assertSame([], $reading->errors);
        $marks = $reading->marks['P1'];
        $written = (new PencilLinesWriter($score, $score->parts[0]))->line($marks[0]);
        $again = self::read($written);

        self::assertSame([], $again->errors, $written);
        self::assertEquals($marks, $again->marks['P1']);
    }

    public function testAListWithSeveralMarksAndPartsIsRead(): void
    {
        $reading = self::read("# Passage\n\npart Violin I\n0      up\n1.1    down, \"broad\"   # downbeat\nB+1.1 up\n");

        self::assertSame([], $reading->errors);
        self::assertCount(4, $reading->marks['P1']);
        self::assertSame('P1-m4-n1', $reading->marks['P1'][3]->from);
    }

    public function testAPlaceOnARestMeansTheNextNoteForARetake(): void
    {
        self::assertSame('P1-m3-n2', self::read('3.2 retake')->marks['P1'][0]->from);
    }

    /** @return iterable<string, array{string, string}> */
    public static function mistakes(): iterable
    {
        yield 'an unknown word' => ["1.1 down\n1.2 dwn", 'line 2: “dwn” is not a mark; expected “down”'];
        yield 'an unknown measure' => ['99.1 down', 'line 1: there is no measure 99 in Violin I; its measures are 0 to 6'];
        yield 'a beat without a note' => ['3.2 down', 'line 1: measure 3 has no note at beat 2; its notes begin at 1, 3'];
        yield 'an unknown rehearsal mark' => ['Q down', 'line 1: there is no rehearsal mark Q'];
        yield 'a place and nothing else' => ['1.1', 'line 1: “1.1” names no mark'];
        yield 'a range backwards' => ['5-2 no slurs', 'line 1: the range 5-2 runs backwards'];
        yield 'a range for one note' => ['1-2 hook', 'line 1: “hook” stands at one note'];
        yield 'an unknown part' => ["part Oboe\n1.1 down", 'line 2: there is no part “Oboe”; expected one of Violin I'];
        yield 'a slur backwards' => ['2.1 slur 1.1', 'line 1: the slur to 1.1 does not reach a later note'];
        yield 'nobody' => ['1.1 down @viola', 'line 1: “@viola” is nobody'];
        yield 'a quotation left open' => ['1.1 "to the tip', 'line 1: a quotation mark is not closed'];
        yield 'a reason that is none' => ['1.1 down > later', 'line 1: “> later” is no reason'];
        yield 'a change where nothing sounds' => ['1.1 change up', 'line 1: no note sounds on through 1.1'];
    }

    #[DataProvider('mistakes')]
    public function testAMistakeGivesTheLineAndWhatWasExpected(string $lines, string $says): void
    {
        self::assertStringStartsWith($says, self::read($lines)->errors[0]->sentence());
    }

    public function testLinesAfterAMistakeAreStillRead(): void
    {
        $reading = self::read("1.1 dwn\n1.2 up");

        self::assertCount(1, $reading->errors);
        self::assertCount(1, $reading->marks['P1']);
    }

    public function testMarksOfOneSlotTakeEachOthersPlace(): void
    {
        $score = self::score();
        $book = MarkBook::of(self::read("1.1 down\n1.1 up\n1.1 hook")->marks['P1'], $score->parts[0]);

        self::assertSame(['up', 'hook'], array_map(static fn (Mark $mark): string => $mark->kind()->words(), $book->marks));
        self::assertCount(1, $book->displaced);
    }

    public function testThePageListReadBackGivesTheSamePrints(): void
    {
        $score = self::score();
        $marks = self::read("1.3 down\n2 no slurs\n3.3 retake\n4.1 hook\n5.3 change up\n1.1 slur 1.2\n1.1 \"to the tip\"");
        self::assertSame([], $marks->errors);
        $planner = new Planner(new PlanOptions());
        $part = $score->parts[0];
        $plan = $planner->part($score, $part, MarkBook::of($marks->marks['P1'], $part));
        $list = (new PageList())->write($score, $part, $plan->prints);
        $reading = self::read($list);
        self::assertSame([], $reading->errors);
        $again = $planner->part($score, $part, MarkBook::of($reading->marks['P1'], $part));

        self::assertSame(
            array_map(static fn ($print): array => $print->tokens(), $plan->prints),
            array_map(static fn ($print): array => $print->tokens(), $again->prints),
        );
    }

    public function testMarksJsonCarriesAuthorsAndReadsBack(): void
    {
        $score = self::score();
        $marks = array_map(
            static fn (Mark $mark): Mark => $mark->by('Maren', '2026-11-23T20:00:00+00:00'),
            self::read("1.1 down\n2 no slurs ?")->marks['P1'],
        );
        $json = MarksJson::write(['Violin I' => [new PencilLinesWriter($score, $score->parts[0]), $marks]]);
        $again = MarksJson::read($json, new PencilLinesReader($score, $score->parts));

        self::assertStringContainsString('"author": "Maren"', $json);
        self::assertSame([], $again->errors);
        self::assertSame(
            array_map(static fn (Mark $mark): string => $mark->key(), array_map(static fn (Mark $m): Mark => $m->by('', ''), $marks)),
            array_map(static fn (Mark $mark): string => $mark->key(), $again->marks['P1']),
        );
    }

    public function testARecordKeepsEverythingAMarkIs(): void
    {
        foreach (self::read("5.3 change up @outside\n1.1 slur 1.2 or no slurs\n1.3 down 2x > 2.1 down # so")->marks['P1'] as $mark) {
            $mark = $mark->by('Maren', '2026-11-23T20:00:00+00:00');
            $again = MarksJson::fromRecord(MarksJson::toRecord($mark), '');

            self::assertSame(MarksJson::toRecord($mark), $again === null ? [] : MarksJson::toRecord($again));
            self::assertSame($mark->key(), $again?->key());
        }
    }

    public function testSomethingElseThanMarksIsToldApart(): void
    {
        $score = self::score();
        $reading = MarksJson::read('{"notes": []}', new PencilLinesReader($score, $score->parts));

        self::assertStringContainsString('not a list of marks', $reading->errors[0]->text);
    }
}
