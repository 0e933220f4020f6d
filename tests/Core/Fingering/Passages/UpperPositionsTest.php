<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\FingeredPassages;
use Tests\Support\Passage;

/**
 * Eighty passages for all four instruments, half of them above first position. What a teacher would want was written down before
 * any was run; where two fingerings are as good as each other, the one that is taken stands here.
 */
final class UpperPositionsTest extends FingeredPassages
{
    public static function passages(): iterable
    {
        yield 'violin i, third-position: the top lies in III, found with 1 on A (1)' => [
            Passage::of('4/4', 'E5q F5q G5q A5q | B5q C6q B5q A5q')->by('Violin I')->profile('third-position')->at(100)->inKey(0),
            'III A:high2 A:3 A:4 E:1 | E:high2 E:3 E:high2 E:1',
        ];
        yield 'viola, third-position: the held D stays under the first finger (2)' => [
            Passage::of('4/4', 'D5q E5q F#5q G5q | D5w | C5q B4q A4q G4q')->by('Viola')->profile('third-position')->at(100)->inKey(1),
            'III A:1 A:high2 A:high3 A:4 | A:1 | D:4 D:high3 D:high2 D:1',
        ];
        yield 'violin i, advanced: one string for the phrase, stopped (3)' => [
            Passage::of('4/4', '(E4q F#4q G4q A4q~ | A4h) rh')->by('Violin I')->profile('advanced')->at(56)->inKey(2),
            'D:1 D:high2 D:3 D:4 | D:4',
        ];
        yield 'violin i, third-position: no x4 held for two seconds (4)' => [
            Passage::of('3/4', 'G5q A5q B5q | C6h.')->by('Violin I')->profile('third-position')->at(70)->inKey(0),
            'III A:4 E:1 E:high2 | E:3',
        ];
        yield 'violin i, third-position: an arpeggio comes back the way it went (5)' => [
            Passage::of('4/4', 'D5q F#5q A5q D6q | A5q F#5q D5h')->by('Violin I')->profile('third-position')->at(100)->inKey(2),
            'III A:1 A:high3 E:1 E:4 | E:1 A:high3 A:1',
        ];
        yield 'violin i, third-position: up as down (6)' => [
            Passage::of('4/4', '(A4e C5e) (E5e A5e) (C6e A5e) (E5e C5e) | A4w')->by('Violin I')->profile('third-position')->at(120)->inKey(0),
            'A:0 II A:1 E:0 E:high2 E:4 E:high2 A:high3 A:1 | A:0',
        ];
        yield 'violin i, third-position: III holds all of it (7)' => [
            Passage::of('4/4', 'F5q G5q A5q Bb5q | C6h A5h | F5w')->by('Violin I')->profile('third-position')->at(90)->inKey(-1),
            'III A:3 A:4 E:1 E:low2 | E:3 E:1 | A:3',
        ];
        yield 'violin i, third-position: stay on one string for fast slurs (8)' => [
            Passage::of('2/4', '(D5e F#5e) (D5e F#5e) | (C#5e E5e) (C#5e E5e) | D5h')->by('Violin I')->profile('third-position')->at(132)->inKey(2),
            'II A:low2 A:4 A:low2 A:4 | A:1 A:3 A:1 A:3 | A:low2',
        ];
        yield 'violin i, third-position: III for the top (9)' => [
            Passage::of('4/4', 'B4q D5q G5q B5q | D6w')->by('Violin I')->profile('third-position')->at(96)->inKey(1),
            'A:1 A:3 E:low2 III E:high2 | E:4',
        ];
        yield 'violin i, third-position: any that is steady (10)' => [
            Passage::of('4/4', 'C5h E5h | G5h C6h | B5h A5h | G5w')->by('Violin I')->profile('third-position')->at(80)->inKey(0),
            'II A:1 E:0 | E:1 E:4 | E:high3 E:high2 | E:1',
        ];
        yield 'violin i, third-position: third position from its first finger (11)' => [
            Passage::of('4/4', 'A5q B5q C#6q D6q | C#6q B5q A5h')->by('Violin I')->profile('third-position')->at(108)->inKey(3),
            'III E:1 E:high2 E:high3 E:4 | E:high3 E:high2 E:1',
        ];
        yield 'violin i, third-position: first position: nothing asks for more (12)' => [
            Passage::of('4/4', 'G4q B4q D5q G5q | D5q B4q G4h')->by('Violin I')->profile('third-position')->at(100)->inKey(1),
            'D:3 A:1 A:3 E:low2 | A:3 A:1 D:3',
        ];
        yield 'violin i, third-position: a plain scale stays at home (13)' => [
            Passage::of('4/4', 'F#5q E5q D5q C#5q | B4q A4q G4q F#4q')->by('Violin I')->profile('third-position')->at(100)->inKey(2),
            'E:1 E:0 A:3 A:high2 | A:1 A:0 D:3 D:high2',
        ];
        yield 'violin i, third-position: one place for a slow line (14)' => [
            Passage::of('3/4', 'A5h. | G5h. | F5h. | E5h.')->by('Violin I')->profile('third-position')->at(66)->inKey(0),
            'E:3 | E:low2 | E:low1 | E:0',
        ];
        yield 'violin i, third-position: the slur and the top under one hand (15)' => [
            Passage::of('4/4', '(G5e A5e B5e C6e) D6h | C6q B5q A5h')->by('Violin I')->profile('third-position')->at(112)->inKey(0),
            'III A:4 E:1 E:high2 E:3 E:4 | E:3 E:high2 E:1',
        ];
        yield 'violin i, third-position: an arpeggio comes back the way it went (16)' => [
            Passage::of('4/4', 'Bb4q D5q F5q Bb5q | F5q D5q Bb4h')->by('Violin I')->profile('third-position')->at(100)->inKey(-2),
            'A:low1 A:3 E:low1 E:low4 | E:low1 A:3 A:low1',
        ];
        yield 'violin i, advanced: fifth position (17)' => [
            Passage::of('4/4', 'C6q D6q E6q F6q | E6q D6q C6h')->by('Violin I')->profile('advanced')->at(92)->inKey(0),
            'V E:low1 E:low2 E:3 E:low4 | E:3 E:low2 E:low1',
        ];
        yield 'violin i, advanced: sixth position, or a finger lower (18)' => [
            Passage::of('4/4', 'D6q E6q F#6q G6q | F#6q E6q D6h')->by('Violin I')->profile('advanced')->at(92)->inKey(2),
            'VI E:low1 E:low2 E:3 E:low4 | E:3 E:low2 E:low1',
        ];
        yield 'violin i, advanced: one string for the phrase (19)' => [
            Passage::of('4/4', '(A4h C5h | B4h A4h)')->by('Violin I')->profile('advanced')->at(60)->inKey(0),
            'A:0 A:low2 | A:1 A:0',
        ];
        yield 'violin i, advanced: the long last note is stopped (20)' => [
            Passage::of('4/4', '(D4q E4q F4q G4q | A4w)')->by('Violin I')->profile('advanced')->at(54)->inKey(-1),
            'D:0 D:1 D:low2 D:3 | D:4',
        ];
        yield 'violin i, advanced: the high E under a strong finger (22)' => [
            Passage::of('4/4', 'E5q A5q E6q A5q | E5w')->by('Violin I')->profile('advanced')->at(84)->inKey(0),
            'IV A:1 A:4 E:4 A:4 | A:1',
        ];
        yield 'viola, third-position: the viola goes up on its A string (23)' => [
            Passage::of('4/4', 'A4q B4q C5q D5q | E5q F5q E5q D5q | C5w')->by('Viola')->profile('third-position')->at(96)->inKey(0),
            'A:0 A:1 A:low2 A:3 | II A:3 A:low4 A:3 A:low2 | A:low1',
        ];
        yield 'viola, third-position: an arpeggio comes back the way it went (24)' => [
            Passage::of('4/4', 'G4q A4q B4q D5q | G5q D5q B4q G4q')->by('Viola')->profile('third-position')->at(100)->inKey(1),
            'III D:1 D:high2 D:high3 A:1 | A:4 A:1 D:high3 D:1',
        ];
        yield 'viola, third-position: second position holds both figures (25)' => [
            Passage::of('4/4', '(G4e B4e) (G4e B4e) (F4e A4e) (F4e A4e) | G4w')->by('Viola')->profile('third-position')->at(120)->inKey(0),
            'II D:low2 D:4 D:low2 D:4 D:low1 D:3 D:low1 D:3 | D:low2',
        ];
        yield 'viola, advanced: one string as far as it goes (26)' => [
            Passage::of('4/4', '(A3q Bb3q C4q D4q | F4h) D4h')->by('Viola')->profile('advanced')->at(63)->inKey(-1),
            'G:1 G:low2 G:3 D:0 | D:low2 D:0',
        ];
        yield 'viola, third-position: third position for what lies above (27)' => [
            Passage::of('4/4', 'D5h F#5h | E5h D5h | C#5w')->by('Viola')->profile('third-position')->at(88)->inKey(2),
            'II A:low2 A:4 | A:3 A:low2 | A:1',
        ];
        yield 'viola, second-year: at home (28)' => [
            Passage::of('4/4', 'C4q D4q E4q F4q | G4q A4q B4q C5q')->by('Viola')->profile('second-year')->at(96)->inKey(0),
            'G:3 D:0 D:1 D:low2 | D:3 A:0 A:1 A:low2',
        ];
        yield 'viola, second-year: low 2, low 1 (29)' => [
            Passage::of('4/4', 'F4q G4q A4q Bb4q | A4q G4q F4h')->by('Viola')->profile('second-year')->at(92)->inKey(-1),
            'D:low2 D:3 A:0 A:low1 | A:0 D:3 D:low2',
        ];
        yield 'cello, third-position: a minor third is a closed hand: 1 4 (30)' => [
            Passage::of('4/4', 'D4q F4q D4q F4q | E4h D4h')->by('Cello')->profile('third-position')->at(88)->inKey(0),
            'III A:1 A:4 A:1 A:4 | A:3 A:1',
        ];
        yield 'cello, third-position: a minor third in IV (31)' => [
            Passage::of('4/4', 'E4q G4q E4q G4q | F4h E4h')->by('Cello')->profile('third-position')->at(88)->inKey(0),
            'IV A:1 A:4 A:1 A:4 | A:2 A:1',
        ];
        yield 'cello, third-position: fourth position for the top (32)' => [
            Passage::of('4/4', 'A3q B3q C#4q D4q | E4q F#4q G4q F#4q | E4h D4h')->by('Cello')->profile('third-position')->at(96)->inKey(2),
            'A:0 A:1 A:3 A:4 | IV A:1 A:3 A:4 A:3 | A:1 III A:1',
        ];
        yield 'cello, third-position: comes back (33)' => [
            Passage::of('4/4', 'G3q B3q D4q G4q | D4q B3q G3h')->by('Cello')->profile('third-position')->at(92)->inKey(1),
            'D:4 A:1 A:4 IV A:4 | I A:4 A:1 D:4',
        ];
        yield 'cello, third-position: steady (34)' => [
            Passage::of('4/4', '(F3q G3q A3q Bb3q) | A3h F3h')->by('Cello')->profile('third-position')->at(80)->inKey(-1),
            'D:2 D:4 A:0 A:x1 | A:0 D:2',
        ];
        yield 'cello, third-position: the same back (35)' => [
            Passage::of('4/4', 'C4q D4q E4q F4q | E4q D4q C4h')->by('Cello')->profile('third-position')->at(84)->inKey(0),
            'II A:1 III A:1 A:3 A:4 | A:3 A:1 II A:1',
        ];
        yield 'cello, third-position: at home (36)' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q B3q C4q D4q')->by('Cello')->profile('third-position')->at(108)->inKey(1),
            'D:0 D:1 D:3 D:4 | A:0 A:1 A:2 A:4',
        ];
        yield 'cello, third-position: slow, few shifts (37)' => [
            Passage::of('4/4', '(D4h E4h | F#4h E4h) | D4w')->by('Cello')->profile('third-position')->at(72)->inKey(2),
            'III A:1 A:3 | A:x4 A:3 | A:1',
        ];
        yield 'cello, third-position: laid (38)' => [
            Passage::of('4/4', '(G3e C3e) (Eb3e C3e) (G3e C3e) (Eb3e C3e)')->by('Cello')->profile('third-position')->at(100)->inKey(0),
            'III D:1 G:1 G:4 G:1 D:1 G:1 G:4 G:1',
        ];
        yield 'cello, advanced: as a teacher would (39)' => [
            Passage::of('4/4', 'A4h G4h | F4h E4h')->by('Cello')->profile('advanced')->at(80)->inKey(0),
            // The long octave is touched from where the hand goes on: it saves the shift down from V.
            'IV A:4harmonic A:4 | A:2 A:1',
        ];
        yield 'cello, second-year: the scale at home (40)' => [
            Passage::of('4/4', 'G2q A2q B2q C3q | D3q E3q F#3q G3q')->by('Cello')->profile('second-year')->at(92)->inKey(1),
            'G:0 G:1 G:3 G:4 | D:0 D:1 D:3 D:4',
        ];
        yield 'cello, second-year: 2 for F, 1 back for B flat (41)' => [
            Passage::of('4/4', 'F3q G3q A3q Bb3q | A3q G3q F3h')->by('Cello')->profile('second-year')->at(92)->inKey(-1),
            'D:2 D:4 A:0 A:x1 | A:0 D:4 D:2',
        ];
        yield 'cello, second-year: closed hand (42)' => [
            Passage::of('4/4', 'C3q D3q E3q F3q | G3q F3q E3q D3q')->by('Cello')->profile('second-year')->at(92)->inKey(0),
            'G:4 D:0 D:1 D:2 | D:4 D:2 D:1 D:0',
        ];
        yield 'cello, second-year: arpeggio (43)' => [
            Passage::of('4/4', 'D3q E3q F#3q D3q | A3q F#3q D3h')->by('Cello')->profile('second-year')->at(96)->inKey(2),
            'D:0 D:1 D:3 D:0 | A:0 D:3 D:0',
        ];
        yield 'cello, first-year: first-year hand (44)' => [
            Passage::of('4/4', 'D3q F#3q A3q F#3q | E3h D3h')->by('Cello')->profile('first-year')->at(88)->inKey(2),
            'D:0 D:3 A:0 D:3 | D:1 D:0',
        ];
        yield 'cello, advanced: as a teacher would (45)' => [
            Passage::of('3/4', '(A3h. | G3h.) | F3h.')->by('Cello')->profile('advanced')->at(66)->inKey(0),
            'A:0 | D:4 | D:2',
        ];
        yield 'bass, third-position: first position (46)' => [
            Passage::of('4/4', 'G2q A2q B2q C3q | D3q C3q B2q A2q | G2w')->by('Bass')->profile('third-position')->at(92)->inKey(1),
            'E:2 A:0 A:1 A:2 | D:0 A:2 A:1 A:0 | E:2',
        ];
        yield 'bass, third-position: as a teacher would (47)' => [
            Passage::of('4/4', 'E2q G2q C3q G2q | E2q G2q C3h')->by('Bass')->profile('third-position')->at(92)->inKey(0),
            'E:0 E:2 A:2 E:2 | E:0 E:2 A:2',
        ];
        yield 'bass, third-position: first position (48)' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3h F#3h | D3w')->by('Bass')->profile('third-position')->at(88)->inKey(2),
            'D:0 D:1 D:4 G:0 | G:1 D:4 | D:0',
        ];
        yield 'bass, third-position: third position on the top string (49)' => [
            Passage::of('4/4', 'C4q D4q C4q B3q | A3h G3h')->by('Bass')->profile('third-position')->at(80)->inKey(0),
            'III G:1 G:4 G:1 I G:4 | G:1 G:0',
        ];
        yield 'bass, third-position: half position (50)' => [
            Passage::of('4/4', 'F2q A2q C3q A2q | F2q A2q C3q A2q')->by('Bass')->profile('third-position')->at(100)->inKey(-1),
            '½ E:1 A:0 A:4 A:0 | E:1 A:0 A:4 A:0',
        ];
        yield 'bass, third-position: B flat beside the nut (51)' => [
            Passage::of('4/4', 'Bb2q D3q F3q D3q | Bb2h rh')->by('Bass')->profile('third-position')->at(96)->inKey(-1),
            '½ A:1 D:0 D:4 D:0 | A:1',
        ];
        yield 'bass, second-year: first position (52)' => [
            Passage::of('4/4', 'D3q F#3q A3q F#3q | G3h E3h')->by('Bass')->profile('second-year')->at(96)->inKey(2),
            'D:0 D:4 G:1 D:4 | G:0 D:1',
        ];
        yield 'bass, second-year: open strings (53)' => [
            Passage::of('3/4', 'G3q D3q B2q | G2h.')->by('Bass')->profile('second-year')->at(84)->inKey(1),
            'G:0 D:0 A:1 | E:2',
        ];
        yield 'bass, advanced: as a teacher would (54)' => [
            Passage::of('4/4', '(G3q A3q B3q C4q | D4w)')->by('Bass')->profile('advanced')->at(76)->inKey(0),
            'G:0 G:1 G:4 III G:1 | G:4',
        ];
        yield 'violin i, third-position: no crossing in the fast slur (55)' => [
            Passage::of('4/4', '(F#5e G5e A5e G5e) (F#5e G5e A5e G5e) | F#5w')->by('Violin I')->profile('third-position')->at(144)->inKey(2),
            'E:1 E:low2 E:3 E:low2 E:1 E:low2 E:3 E:low2 | E:1',
        ];
        yield 'violin i, second-year: first position only (56)' => [
            Passage::of('4/4', '(D5e E5e F#5e E5e) (D5e E5e F#5e E5e) | D5w')->by('Violin I')->profile('second-year')->at(126)->inKey(2),
            'A:3 A:4 E:1 E:0 A:3 A:4 E:1 E:0 | A:3',
        ];
        yield 'violin i, second-year: open strings by school (57)' => [
            Passage::of('4/4', 'E5q D5q C5q B4q | A4q G4q F4q E4q')->by('Violin I')->profile('second-year')->at(100)->inKey(0),
            'E:0 A:3 A:low2 A:1 | A:0 D:3 D:low2 D:1',
        ];
        yield 'violin i, second-year: four by school (58)' => [
            Passage::of('4/4', 'E5q D5q C5q B4q | A4q G4q F#4q E4q')->by('Violin I')->profile('second-year')->at(100)->inKey(1)->with('open=four'),
            'A:4 A:3 A:low2 A:1 | D:4 D:3 D:high2 D:1',
        ];
        yield 'violin i, second-year: up open, down four (59)' => [
            Passage::of('4/4', 'E4q F#4q G4q A4q | B4q A4q G4q F#4q')->by('Violin I')->profile('second-year')->at(100)->inKey(1)->with('open=descending-four'),
            'D:1 D:high2 D:3 A:0 | A:1 D:4 D:3 D:high2',
        ];
        yield 'cello, second-year: no shift for a four on the cello (60)' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q G3q F#3q E3q')->by('Cello')->profile('second-year')->at(92)->inKey(2)->with('open=four'),
            'D:0 D:1 D:3 D:4 | A:0 D:4 D:3 D:1',
        ];
        yield 'bass, second-year: no shift for a four on the bass (61)' => [
            Passage::of('4/4', 'G2q A2q B2q C3q | D3q C3q B2h')->by('Bass')->profile('second-year')->at(88)->inKey(1)->with('open=four'),
            'E:2 A:0 A:1 A:2 | D:0 A:2 A:1',
        ];
        yield 'viola, second-year: a quick there and back (62)' => [
            Passage::of('4/4', '(G4e A4e B4e A4e) G4h | (D4e E4e F#4e E4e) D4h')->by('Viola')->profile('second-year')->at(126)->inKey(1),
            'D:3 A:0 A:1 A:0 D:3 | D:0 D:1 D:high2 D:1 D:0',
        ];
        yield 'violin i, third-position: slow scale at home (63)' => [
            Passage::of('4/4', 'A4h B4h | C5h D5h | E5w')->by('Violin I')->profile('third-position')->at(60)->inKey(0),
            'A:0 A:1 | A:low2 A:3 | E:0',
        ];
        yield 'violin i, third-position: up and down alike (64)' => [
            Passage::of('4/4', 'Eb5q F5q G5q Ab5q | Bb5q C6q Bb5q Ab5q | G5w')->by('Violin I')->profile('third-position')->at(100)->inKey(-3),
            'II A:3 A:4 E:1 E:low2 | E:3 E:4 E:3 E:low2 | E:1',
        ];
        yield 'violin i, third-position: first position holds it (65)' => [
            Passage::of('4/4', 'E5q G#5q B5q G#5q | E5w')->by('Violin I')->profile('third-position')->at(100)->inKey(4),
            'E:0 E:high2 E:4 E:high2 | E:0',
        ];
        yield 'violin i, advanced: a run back the way it went (66)' => [
            Passage::of('4/4', '(E5s F5s G5s A5s) B5q (B5s A5s G5s F5s) E5q')->by('Violin I')->profile('advanced')->at(120)->inKey(0),
            'E:0 E:low1 E:low2 E:3 E:4 E:4 E:3 E:low2 E:low1 E:0',
        ];
        yield 'violin i, first-year: D major (67)' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q C#5q D5q')->by('Violin I')->profile('first-year')->at(88)->inKey(2),
            'D:0 D:1 D:high2 D:3 | A:0 A:1 A:high2 A:3',
        ];
        yield 'violin i, first-year: A major (68)' => [
            Passage::of('4/4', 'A4q C#5q E5q C#5q | A4w')->by('Violin I')->profile('first-year')->at(88)->inKey(3),
            'A:0 A:high2 E:0 A:high2 | A:0',
        ];
        yield 'viola, first-year: G major (69)' => [
            Passage::of('4/4', 'G3q A3q B3q C4q | D4q E4q F#4q G4q')->by('Viola')->profile('first-year')->at(88)->inKey(1),
            'G:0 G:1 G:high2 G:3 | D:0 D:1 D:high2 D:3',
        ];
        yield 'violin i, third-position: to the octave (70)' => [
            Passage::of('3/4', 'D5h. | F#5h. | A5h. | D6h.')->by('Violin I')->profile('third-position')->at(76)->inKey(2),
            'III A:1 | A:high3 | E:1 | E:4',
        ];
        yield 'violin i, third-position: down within the position (71)' => [
            Passage::of('4/4', 'B5q C6q B5q A5q | G5q F5q E5q D5q | C5w')->by('Violin I')->profile('third-position')->at(100)->inKey(0),
            'III E:high2 E:3 E:high2 E:1 | A:4 A:3 A:high2 A:1 | D:4',
        ];
        yield 'violin i, advanced: one position (72)' => [
            Passage::of('4/4', '(Ab5h Bb5h | C6h Db6h) | C6w')->by('Violin I')->profile('advanced')->at(69)->inKey(-4),
            'III E:low1 E:low2 | E:3 E:low4 | E:3',
        ];
        yield 'viola, advanced: as a teacher would (73)' => [
            Passage::of('4/4', '(D5q E5q F#5q G5q | A5h) G5h')->by('Viola')->profile('advanced')->at(72)->inKey(1),
            'IV D:4 A:1 A:high2 A:3 | A:4 A:3',
        ];
        yield 'cello, third-position: A major (74)' => [
            Passage::of('4/4', 'E3q F#3q G#3q A3q | B3q C#4q D4q E4q')->by('Cello')->profile('third-position')->at(90)->inKey(3),
            'D:1 D:x2 D:x4 A:0 | A:1 II A:1 A:2 A:4',
        ];
        yield 'cello, third-position: reaches back for the flats (75)' => [
            Passage::of('4/4', 'Bb2q C3q D3q Eb3q | F3q G3q A3q Bb3q')->by('Cello')->profile('third-position')->at(90)->inKey(-2),
            'G:2 G:4 D:0 D:x1 | D:2 D:4 A:0 A:x1',
        ];
        yield 'bass, third-position: first position on G (76)' => [
            Passage::of('4/4', 'G3q A3q B3q A3q | G3h D3h')->by('Bass')->profile('third-position')->at(90)->inKey(1),
            'G:0 G:1 G:4 G:1 | G:0 D:0',
        ];
        yield 'bass, third-position: a minor third on one string (77)' => [
            Passage::of('4/4', 'A3q C4q A3q C4q | B3h A3h')->by('Bass')->profile('third-position')->at(84)->inKey(0),
            'III D:4 G:1 D:4 G:1 | I G:4 G:1',
        ];
        yield 'violin i, third-position: on the A string already (78)' => [
            Passage::of('4/4', '(B4e D5e) (B4e D5e) (A4e C5e) (A4e C5e) | B4w')->by('Violin I')->profile('third-position')->at(138)->inKey(1),
            'A:1 A:3 A:1 A:3 A:0 A:low2 A:0 A:low2 | A:1',
        ];
        yield 'violin i, third-position: down as up (79)' => [
            Passage::of('4/4', 'A5q F5q D5q A4q | D5q F5q A5h')->by('Violin I')->profile('third-position')->at(96)->inKey(0),
            'E:3 E:low1 A:3 A:0 | A:3 E:low1 E:3',
        ];
        yield 'violin i, third-position: one hand (80)' => [
            Passage::of('4/4', 'D6q C6q B5q A5q | G5q A5q B5q C6q | D6w')->by('Violin I')->profile('third-position')->at(96)->inKey(1),
            'III E:4 E:3 E:high2 E:1 | A:4 E:1 E:high2 E:3 | E:4',
        ];
        yield 'violin i, third-position: one string (81)' => [
            Passage::of('4/4', '(C5h D5h | E5h F5h | E5w)')->by('Violin I')->profile('third-position')->at(50)->inKey(0),
            'II A:low1 A:low2 | A:3 A:low4 | A:3',
        ];
    }
}
