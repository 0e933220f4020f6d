<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;

/** What a rest, a pizzicato, a rehearsal mark and a repeat do to the bow. */
final class RestsAndRepeatsTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'off-beats alternate through their rests and bring the tune in down' => [
            Passage::of('2/4', 're D4e re D4e | re E4e re E4e | F4h'),
            'd u | d u | d',
        ];
        yield 'a repeated strain with an even number of strokes is the same the second time' => [
            Passage::of('2/4', '[repeat] D4e E4e F4e G4e | A4q D4q | (G4e F4e) E4q [back] | D4h'),
            'd u d u | d u | d u | d',
        ];
        yield 'bass pizzicato, then bow' => [
            Passage::of('4/4', '[pizz.] G2q D3q G2q D3q | [arco] G2w')->by('Bass'),
            '- - - - | d',
        ];
        yield 'pizzicato for half a measure is a rest of half a measure' => [
            Passage::of('4/4', 'D4q E4q [pizz.] F4q F4q | [arco] G4q A4q B4h'),
            'd u - - | d u d',
        ];
        yield 'rests are freezes: the bow goes on alternating' => [
            Passage::of('4/4', 'D4q rq E4q rq | F4q G4q A4h'),
            'd u | d u d',
        ];
        yield 'a phrase that begins as the first one did begins the same way, where the rest gives time' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4h F4h | E4q G4q F4q rq | D4q E4q F4q G4q | B4w')->at(80),
            'd u d u | d u | d u d | retake d u d u | d',
        ];
        yield 'a sequence of it a step higher too' => [
            Passage::of('3/4', 'D4q E4e F4e G4q | A4q F4q rq | E4q F#4e G4e A4q | B4h.')->at(72),
            'd u d u | d u | d u d u | d',
        ];
        yield 'an accompaniment on one note is no phrase that returns' => [
            Passage::of('4/4', 'A4q A4q A4q A4q | A4q A4q A4q rq | D4q D4q D4q D4q | E4w')->at(80),
            'd u d u | d u d | u d u d | u',
        ];
        yield 'an accompaniment in long notes is no phrase that returns' => [
            Passage::of('4/4', 'E4h E4h | D4h D4h | G4w | E4h E4h | D4h D4h | D4w')->at(80),
            'd u | d u | d | u d | u d | u',
        ];
        yield 'a phrase of two measures is' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4h F4h | G4w | D4q E4q F4q G4q | A4h F4h | D4w')->at(80),
            'd u d u | d u | d | retake d u d u | d u | d',
        ];
        yield 'where the rest gives no time it goes on as it comes' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4h F4h | E4q G4q F4q. re | D4q E4q F4q G4q | B4w')->at(144),
            'd u d u | d u | d u d | u d u d | u',
        ];
        yield 'a phrase that begins otherwise goes on as it comes' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4h F4h | E4q G4q F4q rq | G4h E4q C4q | D4w')->at(80),
            'd u d u | d u | d u d | u d u | d',
        ];
        yield 'a rest of a measure starts afresh' => [
            Passage::of('4/4', 'D4q E4q F4h | rw | G4q A4q B4h'),
            'd u d | d u d',
        ];
        yield 'rests are added up across the barline' => [Passage::of('4/4', 'D4h. rq | rh. E4q | F4w'), 'd | u | d'];
        yield 'a rest shorter than a measure does not' => [
            Passage::of('4/4', 'D4h rh | rq E4q F4q G4q | A4w'),
            'd | u d u | d',
        ];
        yield 'a rehearsal mark after a rest starts afresh' => [
            Passage::of('4/4', 'D4q E4q F4q rq | [mark B] G4q A4q B4h'),
            'd u d | d u d',
        ];
        yield 'a rehearsal mark in the middle of a run changes nothing' => [
            Passage::of('4/4', 'D4h E4q F4q | G4q F4h E4q | [mark B] G4q A4q B4h'),
            'd u d | u d u | d u d',
        ];
        yield 'a rehearsal mark in the middle of a run changes nothing, though it comes up' => [
            Passage::of('4/4', 'D4q E4q F4h | F4h G4q A4q | A4h B4q B4q | [mark B] G4q A4q B4h'),
            'd u d | u d u | d u d | u d u',
        ];
        yield 'a rehearsal mark after a cadence begins down, after a comma' => [
            Passage::of('4/4', 'D4q E4q F4h | [mark B] G4q A4q B4h'),
            'd u d | retake d u d',
        ];
        yield 'pizzicato has no bow and counts as rest' => [
            Passage::of('4/4', 'D4q E4q F4h | [pizz.] G4q A4q B4q G4q | [arco] A4q G4q F4h'),
            'd u d | - - - - | d u d',
        ];
        yield 'tremolo has no direction and what follows starts afresh' => [
            Passage::of('4/4', 'D4h E4q F4q! | G4q A4q B4h'),
            'd u - | d u d',
        ];
        yield 'the second ending follows the measure that leads into it' => [
            Passage::of('4/4', '[repeat] D4q E4q F4q G4q | A4q G4q F4h | [1] E4w [back] | [2] D4w | C4w'),
            'd u d u | d u d | u | u | d',
        ];
    }

    public function testTremoloHasNoDirectionAndOneIsRefusedThere(): void
    {
        $passage = Passage::of('4/4', 'D4w! | E4h F4h');
        self::assertSame('- | d u', $passage->bows());
        self::assertSame('- | u d', $passage->marked('2.1 up')->bows());
    }
}
