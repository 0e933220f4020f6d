<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/** Why a stroke goes as it goes, in words. */
final class ReasonsTest extends TestCase
{
    /** @return iterable<string, array{Passage, string, string}> */
    public static function words(): iterable
    {
        yield 'a pickup' => [Passage::of('4/4', 'A4q | D5w')->withPickup(), 'P1-m0-n1', 'one stroke before the downbeat, which comes down'];
        yield 'a downbeat' => [Passage::of('4/4', 'D5w'), 'P1-m1-n1', 'the downbeat'];
        yield 'alternation' => [Passage::of('4/4', 'D5h E5h'), 'P1-m1-n2', 'alternates: the stroke before goes down'];
        yield 'a printed sign' => [Passage::of('4/4', 'D5hu E5h'), 'P1-m1-n1', 'printed in the edition'];
        yield 'a mark' => [Passage::of('4/4', 'D5h E5h')->marked('1.1 up'), 'P1-m1-n1', 'marked so'];
        yield 'a fresh start' => [
            Passage::of('4/4', 'D5w | rw | E5w'), 'P1-m3-n1', 'starts afresh after a rest of a measure or more: the downbeat',
        ];
        yield 'a hook by a mark' => [
            Passage::of('4/4', 'D5h E5h')->marked('1.3 hook'), 'P1-m1-n2', 'hooked by a mark: down again without leaving the string',
        ];
        yield 'a hook that mends' => [
            Passage::of('3/4', 'D4q E4q E4q | F4h.')->school(BowSchool::Downbeat),
            'P1-m1-n3',
            'hooked so that the downbeat at m. 2 comes down: the note is the same, a light beat',
        ];
        yield 'a start before a fixed bow' => [
            Passage::of('4/4', 'A4q | D5wu')->withPickup(), 'P1-m0-n1', 'one stroke before an up bow that is fixed',
        ];
    }

    #[DataProvider('words')]
    public function testItSaysWhy(Passage $passage, string $note, string $why): void
    {
        self::assertSame($why, $passage->plan()->bow->at($note)?->why);
    }
}
