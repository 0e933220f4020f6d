<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;

/** What a director marks and an edition prints is held to, and turns what follows. */
final class MarksAndPrintedSignsTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'a mark turns everything after it' => [
            Passage::of('4/4', 'D4q E4q F4h | G4h A4h')->marked('1.1 up'),
            'u d u | d u',
        ];
        yield 'a mark at the end of a rest of a measure still holds' => [
            Passage::of('4/4', 'D4w | rw | E4h F4h')->marked('3.1 up'),
            'd | u d',
        ];
        yield 'a hook keeps the downbeat after it down' => [
            Passage::of('3/4', 'D4q E4q E4q | F4h.')->marked('1.3 hook'),
            'd u hook u | d',
        ];
        yield 'two hooks cancel' => [
            Passage::of('4/4', 'D4q D4q E4q E4q | F4w')->marked("1.2 hook\n1.4 hook"),
            'd hook d u hook u | d',
        ];
        yield 'a lift alternates' => [Passage::of('4/4', 'D4h rq E4q | F4w')->marked('1.4 lift'), 'd lift u | d'];
        yield 'a start that must make up for a hook in the pickup' => [
            Passage::of('4/4', 'A4e A4e | D5w')->withPickup()->marked('0.1+ hook'),
            'u hook u | d',
        ];
        yield 'a printed up bow on the downbeat moves an unmarked start' => [
            Passage::of('4/4', 'A4q | D5wu')->withPickup(),
            'd | u',
        ];
        yield 'a goal before any barline moves the start' => [
            Passage::of('4/4', 'D4q E4q F4h')->marked('1.2 goal down'),
            'd hook d u',
        ];
        yield 'a slur that is split by a printed sign' => [Passage::of('4/4', '(D4qd E4q F4qu G4q) | A4w'), 'd u | d'];
        yield 'a mark for the second time leaves the first as it is; the section after it comes down again' => [
            Passage::of('4/4', '[repeat] D4h E4h [back] | F4w')->marked('1.1 up 2x'),
            'd u | retake d',
        ];
        yield 'the dot frees time for a retake the director asks for' => [
            Passage::of('3/4', "D4q' E4q' F4q' | G4h.")->at(66)->marked('2.1 retake'),
            'd u d | retake d',
        ];
        yield 'linked dotted rhythm' => [
            Passage::of('2/4', 'D4e. E4s F4e. E4s | D4q F4q')->at(84)->marked("1.1.75 hook\n1.2.75 hook"),
            'd hook d u hook u | d u',
        ];
        yield 'an unmarked start yields to a sign before its downbeat' => [
            Passage::of('4/4', 'A4e B4eu C5e | D5w')->withPickup(),
            'd u d | u',
        ];
        yield 'printed signs are facts' => [Passage::of('4/4', 'D4qd E4qd F4q G4q | A4w'), 'd hook d u d | u'];
        yield 'a sign printed after a rest with time is a retake' => [
            Passage::of('4/4', 'D4hd rq E4qd | F4w')->at(60),
            'd retake d | u',
        ];
        yield 'two signs under one slur, the same way, are a hook' => [
            Passage::of('4/4', '(D4qu E4qu) F4h | G4w'),
            'u hook u d | u',
        ];
        yield 'the director’s mark goes before the printed sign' => [
            Passage::of('4/4', 'D4hu E4h | F4w')->marked('1.1 down'),
            'd u | d',
        ];
        yield 'a comma before the same direction reads as a retake, before the other as a lift' => [
            Passage::of('4/4', 'D4qd, E4qd F4q, G4qd | A4w'),
            'd retake d u lift d | u',
        ];
        yield 'a slur taken out leaves single strokes' => [
            Passage::of('4/4', '(D4q E4q) (F4q G4q) | A4w')->marked('1 no slurs'),
            'd u d u | d',
        ];
        yield 'a slur added joins' => [Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('1.1 slur 1.2'), 'd u d | u'];
        yield 'a change inside a long note turns what follows' => [
            Passage::of('4/4', 'D4w | E4w')->marked('1.3 change up'),
            'd | d',
        ];
    }

    public function testNotesOfAFifthOfASecondCanJustBeHooked(): void
    {
        $passage = Passage::of('4/4', 'A4e B4e C5e D5e E5h')->marked('1.1+ hook');

        self::assertSame([], $passage->at(150)->flags());
        self::assertSame(['marks-contradict@1'], $passage->at(151)->flags());
    }

    public function testAMarkForATimeThatIsNeverPlayedIsTold(): void
    {
        $texts = static fn (Passage $passage): array => array_column($passage->plan()->flags, 'text');

        self::assertSame(
            ['“up” is for time 2 through, but this is played once.', '“up” is for time 3 through, but this is played once.'],
            $texts(Passage::of('4/4', 'D4h E4h | F4w')->marked("1.1 up 2x\n2.1 up 3x")),
        );
        self::assertSame(
            ['“up” is for time 3 through, but this is played 2 times.'],
            $texts(Passage::of('4/4', '[repeat] D4h E4h [back] | F4w')->marked('1.1 up 3x')),
        );
    }
}
