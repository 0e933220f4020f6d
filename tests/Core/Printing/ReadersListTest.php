<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\ReadersListText;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Printing\Landmarks;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Printing\ReadersRow;

/** What a player pencils into a printed part: exceptions, in a player's words, each passage once. */
final class ReadersListTest extends TestCase
{
    /** @return iterable<string, array{Passage, list<string>}> */
    public static function lists(): iterable
    {
        yield 'the start, and no downbeat after it' => [
            Passage::of('4/4', 'D4q A4q D5q A4q | D4h A4h | D5q A4q D4q A4q | D4w'),
            ['m. 1: ⊓ down'],
        ];
        yield 'a hook says that it is the same way again' => [
            Passage::of('4/4', 'D4q A4q D5q A4q | D4h A4h')->marked('1.4 hook'),
            ['m. 1: ⊓ down', 'm. 1 beat 3: ⊓ down', 'm. 1 beat 4: ⊓ down again, hooked'],
        ];
        yield 'a retake and a lift' => [
            Passage::of('4/4', 'D4h rq A4q | D4q rq A4h')->at(60)->marked("1.4 retake\n2.3 lift"),
            ['m. 1: ⊓ down', 'm. 1 beat 4: retake, ⊓ down', 'm. 2 beat 3: lift, then ⊓ down'],
        ];
        yield 'a slur, and one crossed out' => [
            Passage::of('4/4', '(D4q A4q) D5q A4q | D4w')->marked("1.1 no slurs\n1.3 slur 1.4"),
            ['m. 1: ⊓ down, cross out the slur to beat 2', 'm. 1 beat 3: slur to beat 4'],
        ];
        yield 'a slur over the barline names the measure' => [
            Passage::of('4/4', 'D4h A4h | D4w')->marked('1.3 slur 2.1')->profile('second-year'),
            ['m. 1: ⊓ down', 'm. 1 beat 3: slur to m. 2 beat 1, 0 or 4'],
        ];
        yield 'a printed sign that goes, and one that turns' => [
            Passage::of('4/4', 'D4qd A4q D4qd A4q | D4w')->marked("1.1 up\n1.3 no sign"),
            ['m. 1: V up instead of ⊓ down', 'm. 1 beat 3: cross out the ⊓ down'],
        ];
        yield 'the second time' => [
            Passage::of('4/4', '[repeat] D4q A4q D4h [back]'),
            ['m. 1: ⊓ down, 2nd time: V up'],
        ];
        yield 'a change inside a note' => [
            Passage::of('4/4', 'D4w')->marked('1.3 change up'),
            ['m. 1: ⊓ down, change to V up on beat 3'],
        ];
        yield 'fingers and words' => [
            Passage::of('4/4', 'D4q F4q D4h')->marked('1.3 "whole bow"'),
            ['m. 1: ⊓ down', 'm. 1 beat 2: low 2', 'm. 1 beat 3: “whole bow”'],
        ];
        yield 'what the class has not decided' => [
            Passage::of('4/4', 'D4h A4h')->marked('1.3 down or up'),
            ['m. 1: ⊓ down', 'm. 1 beat 3: down or up (still open)'],
        ];
        yield 'a pickup' => [Passage::of('4/4', 'A4q | D4h A4h')->withPickup(), ['the pickup: V up']];
        yield 'plucked notes need nothing' => [Passage::of('4/4', '[pizz.] D4h A4h'), []];
    }

    /** @param list<string> $expected */
    #[DataProvider('lists')]
    public function testAListSaysWhatToWrite(Passage $passage, array $expected): void
    {
        $list = self::of($passage);

        self::assertSame($expected, array_map(static fn (ReadersRow $row): string => "{$row->place}: {$row->text()}", $list->rows));
    }

    public function testAPassageThatComesBackIsSaidOnce(): void
    {
        $tune = 'D4q F4q D4h | A4q D5q A4h | D4q F4q A4h';
        $list = self::of(Passage::of('4/4', "{$tune} | A4w | {$tune} | D4q F4q D4h")->marked(
            "1.2 \"a\"\n3.2 \"b\"\n5.2 \"a\"\n7.2 \"b\"\n8.2 \"a\"",
        ));

        self::assertSame(
            ['1 ⊓ down', '1 low 2, “a”', '3 “b”, also 7', '5 “a”, also 8'],
            array_map(
                static fn (ReadersRow $row): string => "{$row->measure} {$row->text()}" . ($row->also === [] ? '' : ', also ' . implode(', ', $row->also)),
                $list->rows,
            ),
        );
        self::assertSame([[], [], ['7'], ['8']], array_column($list->rows, 'same'));
        self::assertSame(7, $list->signs());
        self::assertSame('7 signs, about 3 minutes', $list->length());
        self::assertCount(6, $list->all);
    }

    public function testWhatLooksAlikeAndIsMarkedOtherwiseIsSaidApart(): void
    {
        $list = self::of(Passage::of('4/4', 'D5q E5q D5h | A4w | D5q E5q D5h')->marked('3.2 "here"'));

        self::assertContains('“here”', array_merge(...array_column($list->rows, 'words')));
        self::assertSame([], array_merge(...array_column($list->rows, 'same')));
    }

    public function testMeasuresOfNothingAreNoPassage(): void
    {
        self::assertSame([], array_merge(...array_column(self::of(Passage::of('4/4', 'D4w | rw | rw | D5w | rw'))->rows, 'same')));
        self::assertSame('nothing to pencil in', self::of(Passage::of('4/4', '[pizz.] D4w'))->length());
    }

    public function testMeasuresAreFoundByTheirLandmarks(): void
    {
        $score = (new ScoreReader())->read((string) file_get_contents(dirname(__DIR__, 3) . '/demo/scores/cobblers-holiday.musicxml'));
        $landmarks = new Landmarks($score->measures);
        $at = static fn (string $number): string => $landmarks->of((int) $score->measureNumbered($number));

        self::assertSame('the beginning', $at('0'));
        self::assertSame('at A', $at('1'));
        self::assertSame(['1st measure after A', '2nd measure after A', '3rd measure after A', '4th measure after A'], array_map($at, ['2', '3', '4', '5']));
        self::assertSame('11th measure after C', $at('29'));
        $plain = Passage::of('4/4', implode(' | ', array_fill(0, 4, 'D4w')))->score();
        self::assertSame(['the beginning', '', ''], array_map((new Landmarks($plain->measures))->of(...), [0, 1, 2]));
    }

    public function testTheListIsTextAndJson(): void
    {
        $passage = Passage::of('4/4', 'D4q F4q D4h | A4w');
        $score = $passage->score();
        $plan = (new Planner($passage->options()))->plan($score);
        self::assertSame(
            "Passage: Violin I\n2 signs, about 1 minute.\n\n[ ] m. 1                     ⊓ down  (the beginning)\n"
            . "[ ] m. 1 beat 2              low 2  (the beginning)\n",
            (new ReadersListText())->write($plan),
        );
        $part = json_decode((new MarkedScoreJson(true))->write($plan), true)['parts'][0];
        self::assertSame(1, $part['minutes']);
        self::assertSame(
            ['measure' => '1', 'beat' => '2', 'landmark' => 'the beginning', 'text' => 'low 2', 'same' => []],
            $part['list'][1],
        );
        self::assertArrayNotHasKey('list', json_decode((new MarkedScoreJson())->write($plan), true)['parts'][0]);
        self::assertInstanceOf(ScorePlan::class, $plan);
    }

    public function testAListIsShorterThanThePageAndHasAllThatWasDecided(): void
    {
        foreach (glob(dirname(__DIR__, 3) . '/demo/scores/*.musicxml') ?: [] as $file) {
            $score = (new ScoreReader())->read((string) file_get_contents($file));
            foreach ((new Planner())->plan($score)->parts as $part) {
                $list = ReadersList::of($score, $part->part, $part->book, $part->bow, $part->prints);
                self::assertLessThanOrEqual(count($part->prints), count($list->rows), "{$file} {$part->part->name}");
                $said = array_map(static fn (ReadersRow $row): int => count($row->words) * (1 + count($row->also)), $list->rows);
                self::assertSame($list->signs(), array_sum($said), "{$file} {$part->part->name}: every sign is said, here or there");
                $bows = array_filter($list->all, static fn (ReadersRow $row): bool => preg_match('~[⊓V] ~u', $row->text()) === 1);
                self::assertLessThan(0.4 * count($score->measures) + 2, count($bows), "{$file} {$part->part->name}");
            }
        }
    }

    private static function of(Passage $passage): ReadersList
    {
        $plan = $passage->plan();

        return ReadersList::of($passage->score(), $plan->part, $plan->book, $plan->bow, $plan->prints);
    }
}
