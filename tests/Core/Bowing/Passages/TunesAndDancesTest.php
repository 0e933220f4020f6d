<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;

/** Tunes, dances and exercises that a class meets, in many meters. */
final class TunesAndDancesTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'a march: the measure of three turns the next one round, and nothing is mended as it comes' => [
            Passage::of('4/4', "D4q. E4e F4q G4q | A4q. B4e A4h | G4q' F4q' E4q' D4q' | D4h rh"),
            'd u d u | d u d | u d u d | u',
        ];
        yield 'a hornpipe separates its dotted pairs' => [
            Passage::of('2/4', 'D4e. E4s F4e. G4s | A4e. G4s F4q'),
            'd u d u | d u d',
        ];
        yield 'an air, a measure to a bow' => [
            Passage::of('4/4', '(D4q E4q F4q G4q) | (A4h G4h) | (F4q E4q D4q E4q) | D4w')->at(72),
            'd | u | d | u',
        ];
        yield 'a chorale in halves' => [
            Passage::of('2/2', 'D4h A4h | B4h F4h | G4h D4h | A4w')->at(120),
            'd u | d u | d u | d',
        ];
        yield 'a habanera' => [
            Passage::of('2/4', 'D4e. E4s F4e A4e | D4e. E4s F4e A4e | D4h')->at(66),
            'd u d u | d u d u | d',
        ];
        yield 'three-eight with a slurred pair: three strokes, so the second measure is up' => [
            Passage::of('3/8', '(D4s E4s) F4e A4e | (G4s F4s) E4e C4e | D4q.')->at(60),
            'd u d | u d u | d',
        ];
        yield 'a sarabande leans on two, which is up' => [
            Passage::of('3/4', 'D4q E4h | F4q E4h | D4q C4h | D4h.')->at(60),
            'd u | d u | d u | d',
        ];
        yield 'a gallop: eighth and two sixteenths turn each beat round' => [
            Passage::of('4/4', 'D4e D4s D4s D4e D4s D4s A4q D4q | D4w'),
            'd u d u d u d u | d',
        ];
        yield 'seven-eight in two, two and three' => [
            Passage::of('7/8', 'D4q E4q F4q. | G4q F4q E4q. | D4h..')->at(160),
            'd u d | u d u | d',
        ];
        yield 'a scale in quarters up and down, whole notes at both ends' => [
            Passage::of('4/4', 'D4w | E4q F4q G4q A4q | B4q A4q G4q F4q | D4w'),
            'd | u d u d | u d u d | u',
        ];
        yield 'a jig: three and one' => [Passage::of('6/8', '(D4e E4e F4e) G4q. | (A4e G4e F4e) E4q.'), 'd u | d u'];
        yield 'long and short in 6/8, separate' => [Passage::of('6/8', 'D4q E4e F4q G4e | A4q. B4q.'), 'd u d u | d u'];
        yield 'a syncopation: the long note is up' => [Passage::of('4/4', 'D4e E4q F4e G4h | A4w'), 'd u d u | d'];
        yield 'a fanfare: repeated notes alternate too' => [Passage::of('4/4', 'D4q. D4e D4q D4q | D4w'), 'd u d u | d'];
        yield 'three slurs to a measure: the next measure starts up' => [
            Passage::of('3/4', 'D4q E4q F4q | G4q F4q E4q'),
            'd u d | u d u',
        ];
        yield 'cello on open strings' => [Passage::of('4/4', 'C2q G2q D3q A3q | A3h D3h')->by('Cello'), 'd u d u | d u'];
        yield 'viola accompaniment after the beat' => [
            Passage::of('3/4', 'rq D4q D4q | rq D4q D4q')->by('Viola'),
            'd u | d u',
        ];
        yield 'a meter of five' => [Passage::of('5/4', 'D4q E4q F4q G4q A4q | B4h. A4h'), 'd u d u d | u d'];
        yield 'three quarters and a dotted half: every long note is up' => [
            Passage::of('3/4', 'D4q E4q F4q | G4h. | A4q G4q F4q | E4h.'),
            'd u d | u | d u d | u',
        ];
        yield 'slurred pairs and quarters: four strokes a measure' => [
            Passage::of('4/4', '(D4q E4q) (F4e G4e) A4q B4q | A4q G4q F4q E4q'),
            'd u d u | d u d u',
        ];
        yield 'slurred pair, quarter, slurred pair, quarter; the whole note comes down' => [
            Passage::of('4/4', '(D4e E4e) F4q (G4e F4e) E4q | (D4e E4e) F4q (G4e F4e) E4q | (D4e E4e) F4q (G4e F4e) E4q | D4w'),
            'd u d u | d u d u | d u d u | d',
        ];
    }
}
