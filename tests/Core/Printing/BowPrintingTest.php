<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
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
        $plan = $passage->density(Density::Sparse)->plan();
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
        $plan = $passage->density(Density::Sparse)->plan();
        $found = (new PageList())->lines($passage->score(), $plan->part, $plan->prints);

        self::assertSame($lines, array_map(static fn (string $line): string => (string) preg_replace('~\s+~', ' ', $line), $found));
    }

    #[DataProvider('pages')]
    public function testReadBackAsMarksTheListGivesTheSamePage(Passage $passage): void
    {
        $plan = $passage->density(Density::Sparse)->plan();
        $list = (new PageList())->write($passage->score(), $plan->part, $plan->prints);
        $again = $passage->marked($list)->plan();

        self::assertEquals(
            array_map(static fn (NotePrint $print): array => $print->tokens(), $plan->prints),
            array_map(static fn (NotePrint $print): array => $print->tokens(), $again->prints),
        );
    }
}
