<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/** Passages a class meets that no page lists, each with what a teacher would say. */
final class MorePassagesTest extends TestCase
{
    /** @return iterable<string, array{Passage, string}> */
    public static function passages(): iterable
    {
        $down = BowSchool::Downbeat;
        yield 'three pickup eighths: odd, so up' => [Passage::of('4/4', 'A4e B4e C5e | D5w')->withPickup(), 'u d u | d'];
        yield 'pickup of an eighth and a slurred pair: even, so down'
            => [Passage::of('3/4', 'A4e (B4e C5e) | D5h.')->withPickup(), 'd u | d'];
        yield 'a pickup slurred over the barline is one stroke, down'
            => [Passage::of('3/4', '(A4q | D5q) E5h')->withPickup(), 'd | u'];
        yield 'a jig: three and one' => [Passage::of('6/8', '(D4e E4e F4e) G4q. | (A4e G4e F4e) E4q.'), 'd u | d u'];
        yield 'long and short in 6/8, separate' => [Passage::of('6/8', 'D4q E4e F4q G4e | A4q. B4q.'), 'd u d u | d u'];
        yield 'triplets under slurs: one stroke each' => [Passage::of('2/4', '(D4e* E4e* F4e*) (G4e* F4e* E4e*) | D4h'), 'd u | d'];
        yield 'a syncopation: the long note is up' => [Passage::of('4/4', 'D4e E4q F4e G4h | A4w'), 'd u d u | d'];
        yield 'an off-beat entry after an eighth rest' => [Passage::of('4/4', 're D4e E4e F4e G4h | A4w'), 'd u d u | d'];
        yield 'a fanfare: repeated notes alternate too' => [Passage::of('4/4', 'D4q. D4e D4q D4q | D4w'), 'd u d u | d'];
        yield 'two tied measures are one stroke' => [Passage::of('4/4', 'D4w~ | D4w | E4w'), 'd | | u'];
        yield 'a tie inside a slur stays one stroke' => [Passage::of('4/4', '(D4h E4h~ | E4h F4h) | G4w'), 'd | | u'];
        yield 'portato lines under a slur are one direction, stopped' => [Passage::of('4/4', '(D4q_ E4q_) F4h'), 'd hook d u'];
        yield 'a hooked dotted figure at the end of a slur chain'
            => [Passage::of('4/4', "(D4q. E4e') (F4q. E4e') | D4w"), 'd hook d u hook u | d'];
        yield 'three slurs to a measure: the next measure starts up' => [Passage::of('3/4', 'D4q E4q F4q | G4q F4q E4q'), 'd u d | u d u'];
        yield 'the same, mended where the school wants downs'
            => [Passage::of('3/4', 'D4q E4q E4q | G4q F4q E4q')->at(100)->school($down), 'd u hook u | d u d'];
        yield 'fast eighths are not hooked to get a downbeat'
            => [Passage::of('3/8', 'D4e E4e F4e | G4e F4e E4e | D4q.')->at(200)->school($down), 'd u d | u d u | d'];
        yield 'a half-measure rest is time for a fresh start in that school'
            => [Passage::of('4/4', 'D4q E4q rh | F4q G4q rh | A4w')->at(90)->school($down), 'd u | d u | d'];
        yield 'an odd measure, then a rest with time: down again'
            => [Passage::of('4/4', 'D4q E4q F4q rq | G4q A4q B4q rq | A4w')->at(80)->school($down), 'd u d | retake d u d | retake d'];
        yield 'no retake where the director wants none'
            => [Passage::of('4/4', 'D4h. rq | E4w')->at(80)->school($down)->marked('2.1 no retake'), 'd | u'];
        yield 'a mark turns everything after it' => [Passage::of('4/4', 'D4q E4q F4h | G4h A4h')->marked('1.1 up'), 'u d u | d u'];
        yield 'a mark at the end of a rest of a measure still holds'
            => [Passage::of('4/4', 'D4w | rw | E4h F4h')->marked('3.1 up'), 'd | u d'];
        yield 'a hook keeps the downbeat after it down'
            => [Passage::of('3/4', 'D4q E4q E4q | F4h.')->marked('1.3 hook'), 'd u hook u | d'];
        yield 'two hooks cancel' => [Passage::of('4/4', 'D4q D4q E4q E4q | F4w')->marked("1.2 hook\n1.4 hook"), 'd hook d u hook u | d'];
        yield 'a lift alternates' => [Passage::of('4/4', 'D4h rq E4q | F4w')->marked('1.4 lift'), 'd lift u | d'];
        yield 'a start that must make up for a hook in the pickup'
            => [Passage::of('4/4', 'A4e A4e | D5w')->withPickup()->marked('0.1+ hook'), 'u hook u | d'];
        yield 'a printed up bow on the downbeat moves an unmarked start'
            => [Passage::of('4/4', 'A4q | D5wu')->withPickup(), 'd | u'];
        yield 'cello on open strings' => [Passage::of('4/4', 'C2q G2q D3q A3q | A3h D3h')->by('Cello'), 'd u d u | d u'];
        yield 'viola accompaniment after the beat' => [Passage::of('3/4', 'rq D4q D4q | rq D4q D4q')->by('Viola'), 'd u | d u'];
        yield 'bass pizzicato, then bow' => [Passage::of('4/4', '[pizz.] G2q D3q G2q D3q | [arco] G2w')->by('Bass'), '- - - - | d'];
        yield 'pizzicato for half a measure is a rest of half a measure'
            => [Passage::of('4/4', 'D4q E4q [pizz.] F4q F4q | [arco] G4q A4q B4h'), 'd u - - | d u d'];
        yield 'a double stop with a tie in one voice is still one stroke'
            => [Passage::of('4/4', 'D4+A4h~ D4+B4h | E4w'), 'd | u'];
        yield 'staccato notes are strokes of their own' => [Passage::of('4/4', "D4q' E4q' F4q' G4q' | A4w"), 'd u d u | d'];
        yield 'a grace note before a slur' => [Passage::of('4/4', 'g:C5e (B4q A4q) G4h | A4w'), 'd u | d'];
        yield 'a meter of five' => [Passage::of('5/4', 'D4q E4q F4q G4q A4q | B4h. A4h'), 'd u d u d | u d'];
        yield 'after a whole bow and a rest the pickup is set back, so that the next whole note has the bow'
            => [Passage::of('4/4', 'D4w | rh. A4q | D5w'), 'd | lift u | d'];
        yield 'the second voice has a rest of its own' => [Passage::of('4/4', 'D5w // rh D4h | E5w // E4w'), 'd u | u d'];
        yield 'a goal before any barline moves the start' => [Passage::of('4/4', 'D4q E4q F4h')->marked('1.2 goal down'), 'd hook d u'];
        yield 'a slur that is split by a printed sign' => [Passage::of('4/4', '(D4qd E4q F4qu G4q) | A4w'), 'd u | d'];
        yield 'a mark for the second time leaves the first as it is, and turns what follows'
            => [Passage::of('4/4', '[repeat] D4h E4h [back] | F4w')->marked('1.1 up 2x'), 'd u | u'];
    }

    #[DataProvider('passages')]
    public function testATeacherWouldAgree(Passage $passage, string $bows): void
    {
        self::assertSame($bows, $passage->bows());
    }

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
            'hooked so that the downbeat comes down: the note is the same, a light beat',
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
