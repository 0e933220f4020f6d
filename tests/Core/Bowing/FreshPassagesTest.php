<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/** Passages thought of after the rules were made, judged as a teacher would: tunes, dances and exercises a class meets. */
final class FreshPassagesTest extends TestCase
{
    /** @return iterable<string, array{Passage, string}> */
    public static function bows(): iterable
    {
        $down = BowSchool::Downbeat;
        yield 'a waltz tune with pickup: two strokes a measure, every downbeat down' => [
            Passage::of('3/4', 'A4q | (D5q E5q) F5q | (E5q D5q) C5q | D5h.')->withPickup(),
            'u | d u | d u | d',
        ];
        yield 'a march: the measure of three turns the next one round, and nothing is mended as it comes' => [
            Passage::of('4/4', "D4q. E4e F4q G4q | A4q. B4e A4h | G4q' F4q' E4q' D4q' | D4h rh"),
            'd u d u | d u d | u d u d | u',
        ];
        yield 'the same march where downbeats count: the light eighth is hooked, so that the third one comes down' => [
            Passage::of('4/4', "D4q. E4e F4q G4q | A4q. B4e A4h | G4q' F4q' E4q' D4q' | D4h rh")->at(100)->school($down),
            'd u d u | d hook d u | d u d u | d',
        ];
        yield 'a hornpipe separates its dotted pairs' => [
            Passage::of('2/4', 'D4e. E4s F4e. G4s | A4e. G4s F4q'),
            'd u d u | d u d',
        ];
        yield 'an air, a measure to a bow' => [
            Passage::of('4/4', '(D4q E4q F4q G4q) | (A4h G4h) | (F4q E4q D4q E4q) | D4w')->at(72),
            'd | u | d | u',
        ];
        yield 'a lullaby in six-eight: pickup up, slurs of long and short' => [
            Passage::of('6/8', 'A4e | (D5q E5e) (F5q E5e) | (D5q. A4q) A4e | (B4q A4e) (G4q F4e) | E4q. rq')->withPickup()->at(50),
            'u | d u | d u | d u | d',
        ];
        yield 'a chorale in halves' => [
            Passage::of('2/2', 'D4h A4h | B4h F4h | G4h D4h | A4w')->at(120),
            'd u | d u | d u | d',
        ];
        yield 'off-beats alternate through their rests and bring the tune in down' => [
            Passage::of('2/4', 're D4e re D4e | re E4e re E4e | F4h'),
            'd u | d u | d',
        ];
        yield 'two pickup eighths, dotted quarters on every downbeat' => [
            Passage::of('4/4', 'D4e E4e | F4q. G4e A4q A4q | Bb4h A4q D4e E4e | F4q. G4e A4q A4q | D4w')->withPickup(),
            'd u | d u d u | d u d u | d u d u | d',
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
        yield 'a canon entrance after two measures of rest starts like a beginning' => [
            Passage::of('4/4', 'rw | rw | D4q E4q F4q G4q | A4h A4h'),
            'd u d u | d u',
        ];
        yield 'an entry on two after rests across the barline goes on where it was, with time to set the bow' => [
            Passage::of('4/4', 'D4h. rq | rq E4q F4q G4q | A4w'),
            'd | lift u d u | d',
        ];
        yield 'three slurred and one' => [Passage::of('4/4', '(D4e E4e F4e) G4e (A4e G4e F4e) E4e | D4w'), 'd u d u | d'];
        yield 'one and three slurred' => [Passage::of('4/4', 'D4e (E4e F4e G4e) A4e (G4e F4e E4e) | D4w'), 'd u d u | d'];
        yield 'two slurred, two dotted' => [
            Passage::of('4/4', "(D4e E4e) F4e' G4e' (A4e G4e) F4e' E4e' | D4w"),
            'd u d u d u | d',
        ];
        yield 'a gallop: eighth and two sixteenths turn each beat round' => [
            Passage::of('4/4', 'D4e D4s D4s D4e D4s D4s A4q D4q | D4w'),
            'd u d u d u d u | d',
        ];
        yield 'a repeated strain with an even number of strokes is the same the second time' => [
            Passage::of('2/4', '[repeat] D4e E4e F4e G4e | A4q D4q | (G4e F4e) E4q [back] | D4h'),
            'd u d u | d u | d u | d',
        ];
        yield 'seven-eight in two, two and three' => [
            Passage::of('7/8', 'D4q E4q F4q. | G4q F4q E4q. | D4h..')->at(160),
            'd u d | u d u | d',
        ];
        yield 'syncopation tied over the barline is one stroke' => [
            Passage::of('4/4', 'D4q E4h F4q~ | F4q G4h A4q | D4w'),
            'd u d | u d | u',
        ];
        yield 'a hemiola tied over the barline' => [Passage::of('3/4', 'D4h E4q~ | E4q F4h | G4h.'), 'd u | d | u'];
        yield 'a cello that plays the first beat only, each one down with time for the circle' => [
            Passage::of('3/4', 'D3q rh | G3q rh | A3h.')->by('Cello')->school($down),
            'd | retake d | retake d',
        ];
        yield 'a scale in quarters up and down, whole notes at both ends' => [
            Passage::of('4/4', 'D4w | E4q F4q G4q A4q | B4q A4q G4q F4q | D4w'),
            'd | u d u d | u d u d | u',
        ];
        yield 'a drone of tied wholes under nothing else' => [Passage::of('4/4', 'G3w~ | G3h D4h | G3w'), 'd | u | d'];
    }

    #[DataProvider('bows')]
    public function testTheBowGoesAsATeacherWouldHaveIt(Passage $passage, string $bows): void
    {
        self::assertSame($bows, $passage->bows());
    }

    /** @return iterable<string, array{string, string, string, string, int, int, string}> */
    public static function fingers(): iterable
    {
        // About: meter, music, part, profile, sharps, tempo, fingers.
        yield 'a folk tune for first-years: open strings and high 2' => [
            '4/4', 'D4q F#4e G4e A4q A4q | B4e A4e G4e F#4e E4q A4q | D4w', 'Violin I', 'first-year', 2, 96,
            'D:0 D:high2 D:3 A:0 A:0 | A:1 A:0 D:3 D:high2 D:1 A:0 | D:0',
        ];
        yield 'G minor on the viola: low 2, and the leading note a high 3 on C' => [
            '3/4', 'G3q A3q Bb3q | C4q Bb3q A3q | G3q F#3q G3q', 'Viola', 'second-year', -2, 90,
            'G:0 G:1 G:low2 | G:3 G:low2 G:1 | G:0 C:high3 G:0',
        ];
        yield 'E minor arpeggio: across three strings in one hand' => [
            '4/4', 'E4q G4q B4q E5q | B4q G4q E4h', 'Violin I', 'second-year', 1, 100,
            'D:1 D:3 A:1 E:0 | A:1 D:3 D:1',
        ];
        yield 'B flat major from the low 2 on G' => [
            '4/4', 'Bb3q C4q D4q Eb4q | F4q G4q A4q Bb4q', 'Violin I', 'second-year', -2, 96,
            'G:low2 G:3 D:0 D:low1 | D:low2 D:3 A:0 A:low1',
        ];
        yield 'C minor: A flat is the fourth finger, low' => [
            '4/4', 'C5q Ab4q G4q F4q | Eb4q D4q C4h', 'Violin I', 'second-year', -3, 92,
            'A:low2 D:low4 D:3 D:low2 | D:low1 D:0 G:3',
        ];
        yield 'a tune that lies in third position stays there on the way down' => [
            '4/4', 'D5q F#5q A5q D6q | C#6q B5q A5q G5q | F#5q E5q D5h', 'Violin I', 'third-position', 2, 100,
            'III A:1 A:high3 E:1 E:4 | E:high3 E:high2 E:1 A:4 | A:high3 E:0 A:1',
        ];
        yield 'broken thirds below B5 need no third position' => [
            '4/4', 'D5e F#5e E5e G5e F#5e A5e G5e B5e | A5w', 'Violin I', 'third-position', 2, 100,
            'A:3 E:1 E:0 E:low2 E:1 E:3 E:low2 E:4 | E:3',
        ];
        yield 'the open E rings where nothing is slurred' => [
            '4/4', 'E5q E5q D5q D5q | E5q E5q F#5h', 'Violin I', 'second-year', 2, 100,
            'E:0 E:0 A:3 A:3 | E:0 E:0 E:1',
        ];
        yield 'a quick slur keeps the fourth finger on its string' => [
            '2/4', '(D5s E5s D5s C#5s) D5q | A4h', 'Violin I', 'second-year', 2, 96,
            'A:3 A:4 A:3 A:high2 A:3 | A:0',
        ];
        yield 'B flat, open E, F natural: the open string between two low ones' => [
            '4/4', 'Bb4h E5h | F5h Bb4h', 'Violin I', 'second-year', -1, 80,
            'A:low1 E:0 | E:low1 A:low1',
        ];
        yield 'G sharp to A in A major' => [
            '4/4', 'G#4q A4q B4q C#5q | D5w', 'Violin I', 'second-year', 3, 100,
            'D:high3 A:0 A:1 A:high2 | A:3',
        ];
        yield 'D major low on the viola: high 2 and high 3 on both strings' => [
            '4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q', 'Viola', 'second-year', 2, 100,
            'C:1 C:high2 C:high3 G:0 | G:1 G:high2 G:high3 D:0',
        ];
        yield 'the top string of the viola up to its fourth finger' => [
            '4/4', 'A4q B4q C#5q D5q | E5q D5q C#5q A4q', 'Viola', 'third-position', 3, 100,
            'A:0 A:1 A:high2 A:3 | A:4 A:3 A:high2 A:0',
        ];
        yield 'D major on the cello: 0 1 3 4 twice' => [
            '4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q', 'Cello', 'second-year', 2, 96,
            'D:0 D:1 D:3 D:4 | A:0 A:1 A:3 A:4',
        ];
        yield 'G minor on the cello: 2 for B flat, the first finger reaching back for E flat' => [
            '4/4', 'G2q A2q Bb2q C3q | D3q Eb3q F3q G3q', 'Cello', 'second-year', -2, 96,
            'G:0 G:1 G:2 G:4 | D:0 D:x1 D:2 D:4',
        ];
        yield 'A major on the cello: the open hand on both strings' => [
            '4/4', 'A2q B2q C#3q D3q | E3q F#3q G#3q A3q', 'Cello', 'second-year', 3, 92,
            'G:1 G:x2 G:x4 D:0 | D:1 D:x2 D:x4 A:0',
        ];
        yield 'E above first position on the cello: the closed hand moves up, it is not reached for' => [
            '4/4', 'A3q B3q C#4q D4q | E4q D4q C#4q B3q | A3w', 'Cello', 'third-position', 2, 92,
            'A:0 A:1 A:3 A:4 | II A:4 I A:4 A:3 A:1 | A:0',
        ];
        yield 'D to G above first position on the cello: the first finger leads, along its string and back' => [
            '4/4', 'D4q E4q F#4q G4q | F#4q E4q D4h', 'Cello', 'third-position', 2, 80,
            'III A:1 IV A:1 A:3 A:4 | A:3 A:1 III A:1',
        ];
        yield 'C major on the cello, two octaves in the closed hand' => [
            '4/4', 'C2q D2q E2q F2q | G2q A2q B2q C3q | D3q E3q F3q G3q | A3q B3q C4q D4q', 'Cello', 'second-year', 0, 90,
            'C:0 C:1 C:3 C:4 | G:0 G:1 G:3 G:4 | D:0 D:1 D:2 D:4 | A:0 A:1 A:2 A:4',
        ];
        yield 'B flat on the bass: half position on A and D' => [
            '4/4', 'Bb2q C3q D3q Eb3q | F2q Bb2h.', 'Bass', 'second-year', -2, 80,
            '½ A:1 A:4 D:0 D:1 | E:1 A:1',
        ];
        yield 'E flat major: every finger low but the third' => [
            '4/4', 'Eb4q F4q G4q Ab4q | Bb4q C5q D5q Eb5q', 'Violin I', 'second-year', -3, 90,
            'D:low1 D:low2 D:3 D:low4 | A:low1 A:low2 A:3 A:low4',
        ];
        yield 'a first bass line on the cello: open strings' => [
            '4/4', 'D3h A2h | G2h D3h | C2h G2h', 'Cello', 'first-year', 0, 100,
            'D:0 G:1 | G:0 D:0 | C:0 G:0',
        ];
        yield 'a walking bass in first position' => [
            '4/4', 'G2q A2q B2q D3q | C3q B2q A2q G2q', 'Bass', 'second-year', 1, 110,
            'E:2 A:0 A:1 D:0 | A:2 A:1 A:0 E:2',
        ];
        yield 'F major on the bass lies in half position' => [
            '4/4', 'F2q G2q A2q Bb2q | C3q A2q F2h', 'Bass', 'second-year', -1, 100,
            '½ E:1 E:4 A:0 A:1 | A:4 A:0 E:1',
        ];
        yield 'double stops with an open string' => [
            '4/4', 'G3+D4h A3+D4h | D4+A4w', 'Violin I', 'second-year', 1, 80,
            'G:0+D:0 G:1+D:0 | D:0+A:0',
        ];
        yield 'sixths: neighbouring fingers on neighbouring strings' => [
            '4/4', 'B3+G4h C4+A4h | D4+B4w', 'Violin I', 'third-position', 1, 72,
            'G:high2+D:3 G:3+D:4 | D:0+A:1',
        ];
        yield 'the chromatic scale: low 1, 1, low 2, high 2, 3, high 3' => [
            '2/4', 'D4e D#4e E4e F4e | F#4e G4e G#4e A4e', 'Violin I', 'second-year', 0, 80,
            'D:0 D:low1 D:1 D:low2 | D:high2 D:3 D:high3 A:0',
        ];
        yield 'octaves on the cello from string to string' => [
            '4/4', 'G2q G3q A2q A3q | D3w', 'Cello', 'second-year', 1, 100,
            'G:0 D:4 G:1 A:0 | D:0',
        ];
        yield 'slurs of four on one string each, the fourth finger for the open one' => [
            '4/4', '(E5e D5e C#5e B4e) (A4e G4e F#4e E4e) | D4w', 'Violin I', 'second-year', 2, 100,
            'A:4 A:3 A:high2 A:1 D:4 D:3 D:high2 D:1 | D:0',
        ];
        yield 'the augmented second of G harmonic minor from the raised third down' => [
            '4/4', 'D4q Eb4q F#4q G4q | F#4q Eb4q D4h', 'Viola', 'second-year', -2, 90,
            'D:0 D:low1 D:high2 D:3 | D:high2 D:low1 D:0',
        ];
    }

    public function testAnOpenStringIsNotExplainedByAPosition(): void
    {
        $passage = Passage::of('4/4', "D3q' rq A2q' rq | Bb2q C3q D3h | G2q. A2e Bb2q G2q | A2h D3h")
            ->by('Bass')->profile('third-position')->inKey(-1)->at(96)->explained();
        foreach ($passage->plan()->fingers->notes as $finger) {
            if ($finger->number === 0) {
                self::assertStringNotContainsString('first position does not reach', $finger->why);
            }
        }
    }

    #[DataProvider('fingers')]
    public function testTheHandDoesAsATeacherWouldHaveIt(
        string $meter,
        string $music,
        string $part,
        string $profile,
        int $sharps,
        int $tempo,
        string $fingers,
    ): void {
        $passage = Passage::of($meter, $music)->by($part)->profile($profile)->inKey($sharps)->at($tempo);

        self::assertSame($fingers, $passage->fingers());
    }
}
