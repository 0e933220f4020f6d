<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;

/** How a piece and an entry begin, so that the downbeat comes down. */
final class PickupsAndStartsTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'a waltz tune with pickup: two strokes a measure, every downbeat down' => [
            Passage::of('3/4', 'A4q | (D5q E5q) F5q | (E5q D5q) C5q | D5h.')->withPickup(),
            'u | d u | d u | d',
        ];
        yield 'a lullaby in six-eight: pickup up, slurs of long and short' => [
            Passage::of('6/8', 'A4e | (D5q E5e) (F5q E5e) | (D5q. A4q) A4e | (B4q A4e) (G4q F4e) | E4q. rq')->withPickup()->at(50),
            'u | d u | d u | d u | d',
        ];
        yield 'two pickup eighths, dotted quarters on every downbeat' => [
            Passage::of('4/4', 'D4e E4e | F4q. G4e A4q A4q | Bb4h A4q D4e E4e | F4q. G4e A4q A4q | D4w')->withPickup(),
            'd u | d u d u | d u d u | d u d u | d',
        ];
        yield 'a canon entrance after two measures of rest starts like a beginning' => [
            Passage::of('4/4', 'rw | rw | D4q E4q F4q G4q | A4h A4h'),
            'd u d u | d u',
        ];
        yield 'an entry on two after rests across the barline goes on where it was, with time to set the bow' => [
            Passage::of('4/4', 'D4h. rq | rq E4q F4q G4q | A4w'),
            'd | u d u | d',
        ];
        yield 'three pickup eighths: odd, so up' => [Passage::of('4/4', 'A4e B4e C5e | D5w')->withPickup(), 'u d u | d'];
        yield 'pickup of an eighth and a slurred pair: even, so down' => [
            Passage::of('3/4', 'A4e (B4e C5e) | D5h.')->withPickup(),
            'd u | d',
        ];
        yield 'a pickup slurred over the barline is one stroke, down' => [
            Passage::of('3/4', '(A4q | D5q) E5h')->withPickup(),
            'd | u',
        ];
        yield 'an off-beat entry after an eighth rest' => [Passage::of('4/4', 're D4e E4e F4e G4h | A4w'), 'd u d u | d'];
        yield 'after a whole bow and a rest the pickup is set back, so that the next whole note has the bow' => [
            Passage::of('4/4', 'D4w | rh. A4q | D5w'),
            'd | lift u | d',
        ];
        yield 'a quarter pickup goes up, so that the downbeat is down' => [
            Passage::of('4/4', 'A4q | D5q E5q F5q G5q | A5q G5q F5h')->withPickup(),
            'u | d u d u | d u d',
        ];
        yield 'two slurred pickup eighths are one stroke, up' => [
            Passage::of('3/4', '(A4e B4e) | C5q D5q E5q')->withPickup(),
            'u | d u d',
        ];
        yield 'two separate pickup eighths are even: down' => [
            Passage::of('4/4', 'A4e B4e | C5h D5h')->withPickup(),
            'd u | d u',
        ];
        yield 'one note before the barline, after a rest: up' => [Passage::of('4/4', 'rh. D4q | E4w'), 'u | d'];
        yield 'an entry that reaches no downbeat without a rest counts through it' => [
            Passage::of('4/4', 'rq D4q rq E4q | F4w'),
            'd u | d',
        ];
        yield 'a pickup tied over the barline is down already' => [
            Passage::of('4/4', 'D4q~ | D4h E4h')->withPickup(),
            'd | u',
        ];
        yield 'a mid-piece pickup: the second half of a divided measure is no downbeat' => [
            Passage::of('4/4', 'D4q E4q F4q | [mark B] G4q | A4w'),
            'd u d | u | d',
        ];
    }
}
