<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** What a first-year class plays: first position, and what it has not learned left aside. */
final class FirstYearTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'a folk tune for first-years: open strings and high 2' => [
            Passage::of('4/4', 'D4q F#4e G4e A4q A4q | B4e A4e G4e F#4e E4q A4q | D4w')->profile('first-year')->inKey(2)->at(96),
            'D:0 D:high2 D:3 A:0 A:0 | A:1 A:0 D:3 D:high2 D:1 A:0 | D:0',
        ];
        yield 'a first bass line on the cello: open strings' => [
            Passage::of('4/4', 'D3h A2h | G2h D3h | C2h G2h')->by('Cello')->profile('first-year'),
            'D:0 G:1 | G:0 D:0 | C:0 G:0',
        ];
        yield 'cello, first year keeps the closed hand' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | E3w')->by('Cello')->profile('first-year'),
            'D:0 D:1 D:3 D:4 | D:1',
        ];
        yield 'first year leaves the fourth finger alone' => [
            Passage::of('4/4', 'G4q A4q B4q A4q')->profile('first-year'),
            'D:3 A:0 A:1 A:0',
        ];
        yield 'first year plays low 1 where the key asks' => [
            Passage::of('4/4', 'A4q Bb4q C5q A4q')->profile('first-year')->inKey(-1),
            'A:0 A:low1 A:low2 A:0',
        ];
        yield 'cello: first-year C major' => [
            Passage::of('4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q')->by('Cello')->profile('first-year'),
            'G:4 D:0 D:1 D:2 | D:4 A:0 A:1 A:2',
        ];
        yield 'cello: bass line fifths' => [
            Passage::of('4/4', 'C2q G2q D3q A3q')->by('Cello')->profile('first-year'),
            'C:0 G:0 D:0 A:0',
        ];
        yield 'cello: thirds in quarters' => [
            Passage::of('4/4', 'G2q B2q D3q G3q')->by('Cello')->profile('first-year')->inKey(1),
            'G:0 G:3 D:0 D:4',
        ];
        yield 'bass: open strings' => [
            Passage::of('4/4', 'E2q A2q D3q G3q')->by('Bass')->profile('first-year')->inKey(1),
            'E:0 A:0 D:0 G:0',
        ];
        yield 'first year viola' => [
            Passage::of('4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q')->by('Viola')->profile('first-year'),
            'C:0 C:1 C:high2 C:3 | G:0 G:1 G:high2 G:3',
        ];
        yield 'first year F sharp on E' => [
            Passage::of('4/4', 'E5q F#5q G5q F#5q')->profile('first-year')->inKey(1),
            'E:0 E:1 E:low2 E:1',
        ];
    }
}
