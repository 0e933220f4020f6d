<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** The bass: half position and the positions above, 1-2-4 and one finger a semitone. */
final class BassTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'B flat on the bass: half position on A and D' => [
            Passage::of('4/4', 'Bb2q C3q D3q Eb3q | F2q Bb2h.')->by('Bass')->profile('second-year')->inKey(-2)->at(80),
            '½ A:1 A:4 D:0 D:1 | E:1 A:1',
        ];
        yield 'a walking bass in first position' => [
            Passage::of('4/4', 'G2q A2q B2q D3q | C3q B2q A2q G2q')->by('Bass')->profile('second-year')->inKey(1)->at(110),
            'E:2 A:0 A:1 D:0 | A:2 A:1 A:0 E:2',
        ];
        yield 'F major on the bass lies in half position' => [
            Passage::of('4/4', 'F2q G2q A2q Bb2q | C3q A2q F2h')->by('Bass')->profile('second-year')->inKey(-1),
            '½ E:1 E:4 A:0 A:1 | A:4 A:0 E:1',
        ];
        yield 'bass, a low note that returns keeps the hand in half position' => [
            Passage::of('4/4', implode(' | ', array_fill(0, 4, 'F2q A2q C3q A2q')))->by('Bass'),
            '½ ' . implode(' | ', array_fill(0, 4, 'E:1 A:0 A:4 A:0')),
        ];
        yield 'bass, G major' => [
            Passage::of('4/4', 'G2q A2q B2q C3q | D3q E3q F#3q G3q')->by('Bass')->inKey(1),
            'E:2 A:0 A:1 A:2 | D:0 D:1 D:4 G:0',
        ];
        yield 'bass, F major lies in half position' => [
            Passage::of('4/4', 'F2q G2q A2q Bb2q | C3h F2h')->by('Bass')->inKey(-1),
            '½ E:1 E:4 A:0 A:1 | A:4 E:1',
        ];
        yield 'bass, D major ends in third position' => [
            Passage::of('4/4', 'G3q A3q B3q C#4q | D4w')->by('Bass')->inKey(2),
            'G:0 G:1 G:4 III G:2 | G:4',
        ];
        yield 'bass, one finger a semitone' => [
            Passage::of('4/4', 'G2q A2q B2q C3q')->by('Bass')->with('bass=1234'),
            'E:2 A:0 A:1 A:2',
        ];
        yield 'bass, one finger a semitone: B flat to D flat' => [
            Passage::of('4/4', 'Bb2q B2q C3q C#3q')->by('Bass')->with('bass=1234'),
            '½ A:1 A:2 A:3 A:4',
        ];
        yield 'bass, a fourth under one finger' => [Passage::of('4/4', 'B2q E3q B2q E3q')->by('Bass'), 'A:1 D:1 A:1 D:1'];
        yield 'bass: waltz in D' => [
            Passage::of('3/4', 'D3q F#3q A3q | A2q E3q G3q')->by('Bass')->profile('second-year')->inKey(2)->at(120),
            'D:0 D:4 G:1 | A:0 D:1 G:0',
        ];
        yield 'bass: B flat major arpeggio' => [
            Passage::of('4/4', 'Bb2q D3q F3q Bb3q')->by('Bass')->profile('second-year')->inKey(-2),
            '½ A:1 D:0 D:4 G:4',
        ];
        yield 'bass: chromatic' => [
            Passage::of('4/4', 'E2q F2q F#2q G2q | G#2q A2h.')->by('Bass')->profile('second-year'),
            'E:0 ½ E:1 I E:1 E:2 | E:4 A:0',
        ];
        yield 'bass: up to the octave' => [
            Passage::of('4/4', 'G3q B3q D4q G4q')->by('Bass')->profile('advanced')->inKey(1)->at(80),
            'G:0 II½ G:1 III G:4 VI G:4',
        ];
        yield 'bass: C major from C to c' => [
            Passage::of('4/4', 'C3q E3q G3q C4q')->by('Bass')->profile('third-position'),
            'A:2 D:1 G:0 II G:4',
        ];
    }
}
