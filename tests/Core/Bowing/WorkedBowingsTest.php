<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/** Directions a string teacher would give, each with the reason. */
final class WorkedBowingsTest extends TestCase
{
    /** @return iterable<string, array{Passage, string}> */
    public static function passages(): iterable
    {
        $down = BowSchool::Downbeat;
        yield 'a quarter pickup goes up, so that the downbeat is down'
            => [Passage::of('4/4', 'A4q | D5q E5q F5q G5q | A5q G5q F5h')->withPickup(), 'u | d u d u | d u d'];
        yield 'two slurred pickup eighths are one stroke, up'
            => [Passage::of('3/4', '(A4e B4e) | C5q D5q E5q')->withPickup(), 'u | d u d'];
        yield 'two separate pickup eighths are even: down'
            => [Passage::of('4/4', 'A4e B4e | C5h D5h')->withPickup(), 'd u | d u'];
        yield 'three quarters and a dotted half: every long note is up'
            => [Passage::of('3/4', 'D4q E4q F4q | G4h. | A4q G4q F4q | E4h.'), 'd u d | u | d u d | u'];
        yield 'slurred pairs and quarters: four strokes a measure'
            => [Passage::of('4/4', '(D4q E4q) (F4e G4e) A4q B4q | A4q G4q F4q E4q'), 'd u d u | d u d u'];
        yield 'slurred pair, quarter, slurred pair, quarter; the whole note comes down'
            => [
                Passage::of('4/4', '(D4e E4e) F4q (G4e F4e) E4q | (D4e E4e) F4q (G4e F4e) E4q | (D4e E4e) F4q (G4e F4e) E4q | D4w'),
                'd u d u | d u d u | d u d u | d',
            ];
        yield 'two strokes a measure come down by themselves: no retake'
            => [Passage::of('4/4', 'D4h E4q rq | F4h G4q rq')->school($down), 'd u | d u'];
        yield 'a quarter rest at 80 is time for a full circle'
            => [Passage::of('4/4', 'D4h. rq | E4h. rq | F4h. rq')->at(80)->school($down), 'd | retake d | retake d'];
        yield 'an eighth rest at 120 is too short for the way back'
            => [Passage::of('4/4', 'D4h~ D4q. re | E4h~ E4q. re | F4h~ F4q. re')->at(120)->school($down), 'd | u | d'];
        yield 'the dot frees time for a retake the director asks for'
            => [Passage::of('3/4', "D4q' E4q' F4q' | G4h.")->at(66)->marked('2.1 retake'), 'd u d | retake d'];
        yield 'quarter and dotted eighth under a slur are a hooked pair'
            => [Passage::of('6/8', "(D4q E4e') (F4q E4e') | D4q. F4q."), 'd hook d u hook u | d u'];
        yield 'linked dotted rhythm'
            => [
                Passage::of('2/4', 'D4e. E4s F4e. E4s | D4q F4q')->at(84)->marked("1.1.75 hook\n1.2.75 hook"),
                'd hook d u hook u | d u',
            ];
        yield 'waltz bass: the light beats are hooked'
            => [
                Passage::of('3/4', 'D3q A3q A3q | D3q A3q A3q | D3h.')->at(120)->by('Cello')->school($down),
                'd u hook u | d u hook u | d',
            ];
        yield 'a tie never changes bow, over the barline either'
            => [Passage::of('4/4', 'D4q E4q F4h~ | F4q E4q D4h'), 'd u d | u d'];
        yield 'a slur that begins inside a tie belongs to the same stroke'
            => [Passage::of('4/4', 'D4h E4h~ | (E4q F4q) G4h'), 'd u | d'];
        yield 'the inner slur is the bowing, the outer the phrase, notes under it alone are separate'
            => [Passage::of('4/4', '((D4q E4q) F4q G4q) | A4w'), 'd u d | u'];
        yield 'a slur with dots on all its notes is one direction, stopped apart'
            => [Passage::of('4/4', "(D4q' E4q' F4q' G4q') | A4w"), 'd hook d hook d hook d | u'];
        yield 'a dot that only ends a longer slur stops nothing'
            => [Passage::of('4/4', "(D4q E4q F4q') G4q | A4w"), 'd u | d'];
        yield 'grace notes belong to the note they lead to'
            => [Passage::of('4/4', 'g:E4e D4h E4h | F4w'), 'd u | d'];
        yield 'a slur from a grace note does not count'
            => [Passage::of('4/4', '(g:E4e D4h) E4h | F4w'), 'd u | d'];
        yield 'a chord is one stroke'
            => [Passage::of('4/4', 'D4+A4h E4h | G3+D4w'), 'd u | d'];
        yield 'rests are freezes: the bow goes on alternating'
            => [Passage::of('4/4', 'D4q rq E4q rq | F4q G4q A4h'), 'd u | d u d'];
        yield 'a rest of a measure starts afresh'
            => [Passage::of('4/4', 'D4q E4q F4h | rw | G4q A4q B4h'), 'd u d | d u d'];
        yield 'rests are added up across the barline'
            => [Passage::of('4/4', 'D4h. rq | rh. E4q | F4w'), 'd | u | d'];
        yield 'a rest shorter than a measure does not'
            => [Passage::of('4/4', 'D4h rh | rq E4q F4q G4q | A4w'), 'd | u d u | d'];
        yield 'a rehearsal mark after a rest starts afresh'
            => [Passage::of('4/4', 'D4q E4q F4q rq | [mark B] G4q A4q B4h'), 'd u d | d u d'];
        yield 'a rehearsal mark without a rest changes nothing'
            => [Passage::of('4/4', 'D4q E4q F4h | [mark B] G4q A4q B4h'), 'd u d | u d u'];
        yield 'pizzicato has no bow and counts as rest'
            => [Passage::of('4/4', 'D4q E4q F4h | [pizz.] G4q A4q B4q G4q | [arco] A4q G4q F4h'), 'd u d | - - - - | d u d'];
        yield 'tremolo has no direction and what follows starts afresh'
            => [Passage::of('4/4', 'D4h E4q F4q! | G4q A4q B4h'), 'd u - | d u d'];
        yield 'one note before the barline, after a rest: up'
            => [Passage::of('4/4', 'rh. D4q | E4w'), 'u | d'];
        yield 'an entry that reaches no downbeat without a rest counts through it'
            => [Passage::of('4/4', 'rq D4q rq E4q | F4w'), 'd u | d'];
        yield 'a pickup tied over the barline is down already'
            => [Passage::of('4/4', 'D4q~ | D4h E4h')->withPickup(), 'd | u'];
        yield 'an unmarked start yields to a sign before its downbeat'
            => [Passage::of('4/4', 'A4e B4eu C5e | D5w')->withPickup(), 'd u d | u'];
        yield 'printed signs are facts'
            => [Passage::of('4/4', 'D4qd E4qd F4q G4q | A4w'), 'd hook d u d | u'];
        yield 'a sign printed after a rest with time is a retake'
            => [Passage::of('4/4', 'D4hd rq E4qd | F4w')->at(60), 'd retake d | u'];
        yield 'two signs under one slur, the same way, are a hook'
            => [Passage::of('4/4', '(D4qu E4qu) F4h | G4w'), 'u hook u d | u'];
        yield 'the director’s mark goes before the printed sign'
            => [Passage::of('4/4', 'D4hu E4h | F4w')->marked('1.1 down'), 'd u | d'];
        yield 'a comma before the same direction reads as a retake, before the other as a lift'
            => [Passage::of('4/4', 'D4qd, E4qd F4q, G4qd | A4w'), 'd retake d u lift d | u'];
        yield 'a slur taken out leaves single strokes'
            => [Passage::of('4/4', '(D4q E4q) (F4q G4q) | A4w')->marked('1 no slurs'), 'd u d u | d'];
        yield 'a slur added joins'
            => [Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('1.1 slur 1.2'), 'd u d | u'];
        yield 'a change inside a long note turns what follows'
            => [Passage::of('4/4', 'D4w | E4w')->marked('1.3 change up'), 'd | d'];
        yield 'two voices have two bows'
            => [Passage::of('4/4', 'D5h E5h // D4q E4q F4q G4q | F5w // A4w'), 'd u d u d u | d d'];
        yield 'a tie into the second ending joins what is played before it'
            => [
                Passage::of('4/4', '[repeat] D4q E4q F4h~ | [1] F4h E4h [back] | [2] F4hk D4h'),
                'd u d | u | u',
            ];
        yield 'the second ending follows the measure that leads into it'
            => [
                Passage::of('4/4', '[repeat] D4q E4q F4q G4q | A4q G4q F4h | [1] E4w [back] | [2] D4w | C4w'),
                'd u d u | d u d | u | u | d',
            ];
        yield 'a mid-piece pickup: the second half of a divided measure is no downbeat'
            => [Passage::of('4/4', 'D4q E4q F4q | [mark B] G4q | A4w'), 'd u d | u | d'];
    }

    #[DataProvider('passages')]
    public function testAPassageIsBowedAsATeacherWould(Passage $passage, string $bows): void
    {
        self::assertSame($bows, $passage->bows());
    }
}
