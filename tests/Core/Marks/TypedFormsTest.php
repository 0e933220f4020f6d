<?php

declare(strict_types=1);

namespace Tests\Core\Marks;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Plan\Planner;
use UprightPencil\Printing\NotePrint;

/** What teachers type, and what it does to the page. */
final class TypedFormsTest extends TestCase
{
    public function testTheBowThatIsFrozenGoesOnTheOtherWay(): void
    {
        $bows = static fn (string $line): string => Passage::of('4/4', 'D5h. rq | G5h A5h')->school(BowSchool::Downbeat)
            ->marked($line)->bows();
        self::assertNotSame($bows(''), $bows('2.1 no retake'), 'the school retakes in the rest');

        foreach (['freeze', 'no lift'] as $form) {
            self::assertSame($bows('2.1 no retake'), $bows("2.1 {$form}"), $form);
        }
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function words(): iterable
    {
        yield 'set on' => ['2.1 set on A', 'P1-m2-n1', '"set on A"'];
        yield 'set on in a rest stands at the next note' => ['1.4 set on A', 'P1-m2-n1', '"set on A"'];
        yield 'simile' => ['1.1 simile', 'P1-m1-n1', '"simile"'];
        yield 'release' => ['1.1 release', 'P1-m1-n1', '"release"'];
        yield 'the counts of a tied note' => ['2.1 counts', 'P1-m2-n1', '"1 2 3 4 | 1 2"'];
        yield 'the counts of a short one' => ['1.1 counts', 'P1-m1-n1', '"1 2"'];
        yield 'contact point' => ['1.1 near the bridge', 'P1-m1-n1', '"near the bridge"'];
    }

    #[DataProvider('words')]
    public function testItIsPrintedAsWords(string $line, string $note, string $token): void
    {
        $plan = Passage::of('4/4', 'D5h F#5q rq | A5w~ | A5h G5h')->marked($line)->plan();

        self::assertContains($token, ($plan->prints[$note] ?? new NotePrint())->tokens());
    }

    public function testTwoKindsOfWordsStandAtOneNote(): void
    {
        $plan = Passage::of('4/4', 'D5h F#5h')->marked("1.1 \"sing\", simile, over the fingerboard, tip")->plan();

        self::assertSame(
            ['"sing"', '"simile"', '"at the tip"', '"over the fingerboard"'],
            array_values(array_filter($plan->prints['P1-m1-n1']->tokens(), static fn (string $token): bool => str_starts_with($token, '"'))),
        );
    }

    public function testAHarmonicLiesUnderTheFingerThatIsThere(): void
    {
        $passage = static fn (string $line): Passage => Passage::of('4/4', 'A5q C6q B5q A5q | E6q E6h.')->profile('advanced')->at(144)
            ->marked($line);
        self::assertContains('4 harmonic', $passage('2.1 harmonic')->plan()->prints['P1-m2-n1']->fingerWords());
        self::assertSame($passage('2.1 4 harmonic')->fingers(), $passage('2.1 harmonic')->fingers());
    }

    public function testAHarmonicThatNoStringHasIsToldAsOne(): void
    {
        self::assertNotSame([], Passage::of('4/4', 'D5q E5q F#5q G5q')->marked('1.3 harmonic')->flags());
    }

    public function testAFingerThatIsPrintedCanBeTakenOut(): void
    {
        $note = '<step>A</step><octave>4</octave></pitch><duration>240</duration><voice>1</voice>';
        $xml = str_replace($note, "{$note}<notations><technical><fingering>4</fingering></technical></notations>", Passage::of(
            '2/4',
            'A4e G4e F#4e E4e',
        )->inKey(2)->musicXml());
        $score = (new ScoreReader())->read($xml);
        $mark = (new PencilLinesReader($score, $score->parts))->read('1.1 no finger')->marks['P1'];
        $plan = (new Planner())->plan($score, ['P1' => MarkBook::of($mark, $score->parts[0])])->parts[0];

        self::assertSame(0, $plan->fingers->at('P1-m1-n1')?->number, 'it binds nobody');
        self::assertContains('no finger', $plan->prints['P1-m1-n1']->tokens());
        $written = (new ScoreWriter(Document::open($xml)))->write([$plan]);
        self::assertStringNotContainsString('>4</fingering>', $written);
    }

    public function testADirectionOverARangeStandsWhereItIsMeant(): void
    {
        $places = static function (string $line): array {
            $score = Passage::of('4/4', 'D5q E5q F#5q G5q | A5w~ | A5h G5h | D5q E5h D5q')->score();
            $reading = (new PencilLinesReader($score, $score->parts))->read($line);

            return array_map(static fn ($mark): string => $mark->from, $reading->marks['P1'] ?? []);
        };

        self::assertSame(['P1-m1-n1', 'P1-m2-n1', 'P1-m3-n2', 'P1-m4-n1'], $places('1-4 down'), 'where each measure begins to be bowed');
        self::assertSame(['P1-m1-n2', 'P1-m1-n3', 'P1-m1-n4'], $places('1.2-1.4 down'));
        self::assertSame([], $places('1-4 hook'), 'that stands at one note');
        self::assertSame(['P1-m1-n1'], $places('1 down'));
    }

    public function testAReasonIsCheckedAndToldWhenItNoLongerHolds(): void
    {
        $music = 'D5q E5q F#5q G5q | A5q G5q F#5q E5q';
        $flags = static fn (string $lines): array => array_values(array_filter(
            Passage::of('4/4', $music)->marked($lines)->plan()->flags,
            static fn ($flag): bool => str_contains($flag->text, 'is here so that'),
        ));

        self::assertSame([], $flags('1.4 up > 2.1 down'));
        [$flag] = $flags("1.4 up > 2.1 down\n2.1 up");
        self::assertSame('“up” is here so that m. 2 beat 1 comes down; it comes up now.', $flag->text);
        self::assertSame('goal-missed', $flag->code->value);
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function idle(): iterable
    {
        yield 'leave down at an open string' => ['A4q E5q F#5q G5q', '1.1 0, leave down', 'stands at an open string: no finger lies there.'];
        yield 'divide at one note' => ['D5q E5q F#5q G5q', '1.2 divide', 'stands at one note: there is nothing to divide.'];
        yield 'slide at the first note' => ['D5q E5q F#5q G5q', '1.1 slide', 'stands at the first note: no finger slides there from anywhere.'];
        yield 'hook at the first note' => ['D5q E5q F#5q G5q', '1.1 hook', 'there is none before it to join.'];
    }

    #[DataProvider('idle')]
    public function testAMarkWithoutEffectIsAnsweredInWords(string $music, string $line, string $says): void
    {
        $flags = Passage::of('4/4', $music)->marked($line)->plan()->flags;
        $texts = implode(' ', array_map(static fn ($flag): string => $flag->text, $flags));

        self::assertStringContainsString(mb_strtolower($says), mb_strtolower($texts));
    }

    public function testGraceNotesAreLeftOutWhereTheyLeadToANote(): void
    {
        $passage = Passage::of('4/4', 'D5q g:E5e F#5q G5q A5q')->marked('1.2 leave out');
        $notes = $passage->score()->parts[0]->notes;
        $left = array_map(static fn ($mark): string => $mark->from, $passage->plan()->book->marks);

        self::assertSame([true], array_map(static fn ($note): bool => $note->isGrace, array_values(array_filter(
            $notes,
            static fn ($note): bool => in_array($note->id, $left, true),
        ))));
        self::assertSame(['P1-m1-n1'], array_map(
            static fn ($mark): string => $mark->from,
            Passage::of('4/4', 'D5q g:E5e F#5q G5q A5q')->marked('1.1 leave out')->plan()->book->marks,
        ));
    }

    /** @return iterable<string, array{string, string}> */
    public static function shapes(): iterable
    {
        $format = MarksJson::FORMAT;
        yield 'a part without marks' => ["{\"format\":\"{$format}\",\"parts\":[{\"part\":\"Violin I\"}]}", 'part 1 has no list of marks'];
        yield 'a mark that is a number' => ["{\"format\":\"{$format}\",\"parts\":[{\"marks\":[\"1.1 down\",7]}]}", 'part 1, mark 2 has no line'];
        yield 'a mark with another name for its line' => ["{\"format\":\"{$format}\",\"parts\":[{\"marks\":[{\"text\":\"1.1 down\"}]}]}", 'part 1, mark 1 has no line'];
        yield 'a list alone' => ['["1.1 down"]', 'this is not a list of marks'];
    }

    #[DataProvider('shapes')]
    public function testMarksOfAnotherShapeAreRefused(string $json, string $says): void
    {
        $score = Passage::of('4/4', 'D5q E5q F#5q G5q')->score();
        $reading = MarksJson::read($json, new PencilLinesReader($score, $score->parts));

        self::assertSame([], $reading->marks);
        self::assertStringContainsString($says, $reading->errors[0]->text);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function slips(): iterable
    {
        yield 'a letter left out' => ['dwn', ['down']];
        yield 'two letters changed about' => ['retkae', ['retake']];
        yield 'only begun' => ['upper', ['upper half']];
        yield 'capitals' => ['Hook', ['hook']];
        yield 'nothing like it' => ['bananas', []];
    }

    /** @param list<string> $meant */
    #[DataProvider('slips')]
    public function testASlipIsAnsweredWithWhatMayHaveBeenMeant(string $typed, array $meant): void
    {
        self::assertSame($meant, MarkKinds::nearest($typed));
    }
}
