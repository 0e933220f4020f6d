<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** The cello: closed and open hand, reaching back, the positions above. */
final class CelloTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'D major on the cello: 0 1 3 4 twice' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q')->by('Cello')->profile('second-year')->inKey(2)->at(96),
            'D:0 D:1 D:3 D:4 | A:0 A:1 A:3 A:4',
        ];
        yield 'G minor on the cello: 2 for B flat, the first finger reaching back for E flat' => [
            Passage::of('4/4', 'G2q A2q Bb2q C3q | D3q Eb3q F3q G3q')->by('Cello')->profile('second-year')->inKey(-2)->at(96),
            'G:0 G:1 G:2 G:4 | D:0 D:x1 D:2 D:4',
        ];
        yield 'A major on the cello: the open hand on both strings' => [
            Passage::of('4/4', 'A2q B2q C#3q D3q | E3q F#3q G#3q A3q')->by('Cello')->profile('second-year')->inKey(3)->at(92),
            'G:1 G:x2 G:x4 D:0 | D:1 D:x2 D:x4 A:0',
        ];
        yield 'E above first position on the cello: the closed hand moves up, it is not reached for' => [
            Passage::of('4/4', 'A3q B3q C#4q D4q | E4q D4q C#4q B3q | A3w')->by('Cello')->profile('third-position')->inKey(2)->at(92),
            'A:0 A:1 II A:1 A:2 | A:4 A:2 A:1 I A:1 | A:0',
        ];
        yield 'D to G above first position on the cello: the first finger leads, along its string and back' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q | F#4q E4q D4h')->by('Cello')->profile('third-position')->inKey(2)->at(80),
            'III A:1 IV A:1 A:3 A:4 | A:3 A:1 III A:1',
        ];
        yield 'C major on the cello, two octaves in the closed hand' => [
            Passage::of('4/4', 'C2q D2q E2q F2q | G2q A2q B2q C3q | D3q E3q F3q G3q | A3q B3q C4q D4q')->by('Cello')->profile('second-year')->at(90),
            'C:0 C:1 C:3 C:4 | G:0 G:1 G:3 G:4 | D:0 D:1 D:2 D:4 | A:0 A:1 A:2 A:4',
        ];
        yield 'octaves on the cello from string to string' => [
            Passage::of('4/4', 'G2q G3q A2q A3q | D3w')->by('Cello')->profile('second-year')->inKey(1),
            'G:0 D:4 G:1 A:0 | D:0',
        ];
        yield 'cello, first position' => [Passage::of('4/4', 'G2q A2q B2q C3q')->by('Cello'), 'G:0 G:1 G:3 G:4'];
        yield 'cello, F sharp and then F' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | F3w')->by('Cello'),
            'D:0 D:1 D:3 D:4 | D:2',
        ];
        yield 'cello, one note reached back to: the hand stays' => [
            Passage::of('4/4', 'D3q E3q F3q G3q | F3q E3q Eb3q D3q')->by('Cello'),
            'D:0 D:1 D:2 D:4 | D:2 D:1 D:x1 D:0',
        ];
        yield 'cello, one finger laid across a fifth' => [
            Passage::of('4/4', '(G3e C3e Eb3e C3e) (G3e C3e Eb3e C3e) | (G3e C3e Eb3e C3e) (G3e C3e Eb3e C3e)')->by('Cello'),
            'III ' . implode(' | ', array_fill(0, 2, 'D:1 G:1 G:4 G:1 D:1 G:1 G:4 G:1')),
        ];
        yield 'cello, C major on A has 2' => [Passage::of('4/4', 'A3q B3q C4q B3q')->by('Cello'), 'A:0 A:1 A:2 A:1'];
        yield 'cello, D major' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q')->by('Cello')->inKey(2),
            'D:0 D:1 D:3 D:4 | A:0 A:1 A:3 A:4',
        ];
        yield 'cello, A major opens the hand' => [
            Passage::of('4/4', 'A2q B2q C#3q D3q | E3q F#3q G#3q A3q')->by('Cello')->inKey(3),
            'G:1 G:x2 G:x4 D:0 | D:1 D:x2 D:x4 A:0',
        ];
        yield 'cello, above the first finger’s octave to fourth position' => [
            Passage::of('4/4', 'B3q C4q D4q E4q | F#4q G4h.')->by('Cello')->inKey(1),
            'A:1 A:2 A:4 IV A:1 | A:3 A:4',
        ];
        yield 'cello, F major has 2 and 4 on the G string' => [
            Passage::of('4/4', 'G2q A2q Bb2q C3q')->by('Cello')->inKey(-1),
            'G:0 G:1 G:2 G:4',
        ];
        yield 'cello: A flat on G' => [
            Passage::of('4/4', 'G2q Ab2q G2h')->by('Cello')->profile('second-year')->inKey(-3),
            'G:0 ½ G:1 G:0',
        ];
        yield 'cello: low F sharp opens' => [
            Passage::of('4/4', 'D2q E2q F#2q G2q')->by('Cello')->profile('second-year')->inKey(1),
            'C:1 C:x2 C:x4 G:0',
        ];
    }
}
