<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Printing\PageList;

/** What the page shows: enough to start anywhere, and no more. */
final class BowPrintingTest extends TestCase
{
    /** @return iterable<string, array{Passage, list<string>}> what each note shows, notes without anything left empty */
    public static function pages(): iterable
    {
        yield 'the first stroke of each measure' => [
            Passage::of('4/4', 'D4q E4q F4h | G4h A4h'),
            ['down-bow', '', '', 'up-bow', ''],
        ];
        yield 'after a rest' => [Passage::of('4/4', 'D4q rq E4q F4q'), ['down-bow', 'up-bow', '']];
        yield 'both ends of a hook' => [
            Passage::of('4/4', 'D4q E4q F4q G4q')->marked('1.4 hook'),
            ['down-bow', '', 'down-bow', 'down-bow hook'],
        ];
        yield 'a retake with its comma' => [
            Passage::of('4/4', 'D4h rq E4q | F4w')->at(60)->marked('1.4 retake'),
            ['down-bow', 'down-bow retake', 'up-bow'],
        ];
        yield 'nothing inside a slur' => [Passage::of('4/4', '(D4q E4q) (F4q G4q)'), ['down-bow', '', '', '']];
        yield 'a slur with dots says itself that it is one bow' => [Passage::of('4/4', "(D4q' E4q' F4q' G4q')"), ['down-bow', '', '', '']];
        yield 'what the edition prints' => [Passage::of('4/4', 'D4q E4q F4qd G4q'), ['down-bow', '', 'down-bow', '']];
        yield 'a printed sign that a mark overrules is crossed out' => [
            Passage::of('4/4', 'D4qd E4q F4h')->marked('1.1 up'),
            ['up-bow no-sign', '', ''],
        ];
        yield 'a sign taken out' => [Passage::of('4/4', 'D4q E4qu F4h')->marked('1.2 no sign'), ['down-bow', 'no-sign', '']];
        yield 'slurs added and taken out' => [
            Passage::of('4/4', '(D4q E4q) F4q G4q')->marked("1.1 no slurs\n1.3 slur 1.4"),
            ['down-bow no-slur-to-P1-m1-n2', '', 'slur-to-P1-m1-n4', ''],
        ];
        yield 'words' => [Passage::of('4/4', 'D4w')->marked('1.1 "whole bow"'), ['down-bow "whole bow"']];
        yield 'a change inside a note' => [Passage::of('4/4', 'D4w')->marked('1.3 change up'), ['down-bow change-up-3']];
        yield 'a change for one partner' => [
            Passage::of('4/4', 'D4w')->marked('1.3 change up @outside'),
            ['down-bow change-up-3-outside'],
        ];
        yield 'the second time where it differs' => [
            Passage::of('4/4', '[repeat] D4q E4q F4h [back]'),
            ['down-bow up-bow-2x', '', ''],
        ];
        yield 'pizzicato shows no bow' => [Passage::of('4/4', '[pizz.] D4h E4h'), ['', '']];
        yield 'a proposal prints nothing' => [Passage::of('4/4', 'D4h E4h')->marked('1.3 down ?'), ['down-bow', '']];
        yield 'an open choice prints both until the class has decided' => [Passage::of('4/4', 'D4h E4h')->marked('1.3 down or up'), ['down-bow', 'down-bow down or up']];
    }

    /** @param list<string> $shown */
    #[DataProvider('pages')]
    public function testThePageShows(Passage $passage, array $shown): void
    {
        $plan = $passage->density(Density::Sparse)->showing(BowDensity::EveryMeasure)->plan();
        $found = [];
        foreach ($plan->part->notes as $note) {
            $print = $plan->prints[$note->id] ?? null;
            $found[] = $print instanceof NotePrint ? implode(' ', $print->tokens()) : '';
        }

        self::assertSame($shown, $found);
    }

    /** @return iterable<string, array{Passage, list<string>}> */
    public static function lists(): iterable
    {
        yield 'directions and hooks' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('1.4 hook'),
            ['1.1 down', '1.3 down', '1.4 down, hook', '2.1 up'],
        ];
        yield 'what is printed already is not pencilled in' => [Passage::of('4/4', 'D4hd E4h | F4wd'), []];
        yield 'a pickup, a retake, words' => [
            Passage::of('4/4', 'A4q | D4h rq E4q | F4w')->withPickup()->at(60)->marked("1.4 retake, \"set it\"\n"),
            ['0.1 up', '1.1 down', '1.4 down, retake, "set it"', '2.1 up'],
        ];
        yield 'slurs' => [
            Passage::of('4/4', '(D4q E4q) F4q G4q')->marked("1.1 no slurs\n1.3 slur 1.4"),
            ['1.1 down, no slurs', '1.3 slur 1.4'],
        ];
        yield 'changes stand at their beat' => [Passage::of('4/4', 'D4w | E4w')->marked('1.3 change up'), ['1.1 down', '1.3 change up', '2.1 down']];
        yield 'the second time' => [Passage::of('4/4', '[repeat] D4q E4q F4h [back]'), ['1.1 down, up 2x']];
    }

    /** @param list<string> $lines */
    #[DataProvider('lists')]
    public function testThePencilListHoldsWhatTheEditionDoesNot(Passage $passage, array $lines): void
    {
        $plan = $passage->density(Density::Sparse)->showing(BowDensity::EveryMeasure)->plan();
        $found = (new PageList())->lines($passage->score(), $plan->part, $plan->prints);

        self::assertSame($lines, array_map(static fn (string $line): string => (string) preg_replace('~\s+~', ' ', $line), $found));
    }

    #[DataProvider('pages')]
    public function testReadBackAsMarksTheListGivesTheSamePage(Passage $passage): void
    {
        $plan = $passage->density(Density::Sparse)->showing(BowDensity::EveryMeasure)->plan();
        $list = (new PageList())->write($passage->score(), $plan->part, $plan->prints);
        $again = $passage->marked($list)->plan();

        self::assertEquals(
            array_map(static fn (NotePrint $print): array => $print->tokens(), $plan->prints),
            array_map(static fn (NotePrint $print): array => $print->tokens(), $again->prints),
        );
    }

    private const TUNE = 'D4q E4q F#4q G4q | A4h A4h | B4q A4q G4q F#4q | E4h. rq | E4q F#4q G4q A4q | B4h A4h | G4q F#4q E4q F#4q | D4h. rq'
        . ' | A4q G4q F#4q E4q | F#4h A4h | B4q C#5q D5q B4q | A4h A4h | B4q A4q G4q F#4q | E4h D4h | F#4q E4q D4q E4q | D4w | D4w | E4w | D4w';

    /** @return iterable<string, array{BowDensity, Passage, list<string>}> */
    public static function densities(): iterable
    {
        $tune = Passage::of('4/4', self::TUNE)->at(100)->inKey(2)->school(BowSchool::AsItComes);
        yield 'few: the start, and a reminder after a page' => [BowDensity::Few, clone $tune, ['1.1 down', '17.1 up']];
        yield 'some: also after rests, and once a line' => [BowDensity::Some, clone $tune, ['1.1 down', '5.1 up', '9.1 down', '13.1 down', '17.1 up']];
        yield 'off-beats in a row carry one sign' => [
            BowDensity::Some,
            Passage::of('2/4', 'D4q E4q | rq D4q | rq E4q | rq F4q | G4q F4q')->at(90),
            ['1.1 down', '2.2 down'],
        ];
        yield 'a second ending carries one' => [
            BowDensity::Some,
            Passage::of('4/4', '[repeat] D4q E4q F4q G4q | [1] A4h G4h [back] | [2] A4h F4h'),
            ['1.1 down', '2.1 down', '3.1 down'],
        ];
        yield 'a hook shows both its ends at every density' => [
            BowDensity::Few,
            Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('1.4 hook'),
            ['1.1 down', '1.3 down', '1.4 down, hook'],
        ];
        yield 'of a second time that differs the first stroke alone' => [
            BowDensity::Some,
            Passage::of('4/4', '[repeat] D4q E4q F4h [back]'),
            ['1.1 down, up 2x'],
        ];
    }

    /** @param list<string> $lines */
    #[DataProvider('densities')]
    public function testDensitiesShowFewerDirections(BowDensity $density, Passage $passage, array $lines): void
    {
        $plan = $passage->density(Density::Sparse)->showing($density)->plan();
        $found = (new PageList())->lines($passage->score(), $plan->part, $plan->prints);

        self::assertSame($lines, array_map(static fn (string $line): string => (string) preg_replace('~\s+~', ' ', $line), $found));
        $again = $passage->marked(implode("\n", $found))->plan();
        self::assertSame($plan->bow->directions(), $again->bow->directions(), 'who pencils it in plays the same');
        self::assertSame($found, (new PageList())->lines($passage->score(), $again->part, $again->prints));
    }

    public function testPlainMusicShowsFewDirections(): void
    {
        foreach (range(1, 30) as $seed) {
            $tune = Tunes::make($seed);
            $plan = $tune->density(Density::Sparse)->plan();
            $signs = count(array_filter($plan->prints, static fn (NotePrint $print): bool => $print->sign !== null));
            $after = preg_match_all('~ r[whqe]~', $tune->text()) + substr_count($tune->text(), '| r');

            self::assertLessThanOrEqual(0.6 * count($tune->score()->measures) + 2 * $after, $signs, "tune {$seed}: {$tune->text()}");
        }
    }
}
