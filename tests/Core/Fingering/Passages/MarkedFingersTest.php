<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\FingeredPassages;
use Tests\Support\Passage;

/** Fingers, strings and positions that a director marks. */
final class MarkedFingersTest extends FingeredPassages
{
    public static function passages(): iterable
    {
        yield 'one finger across two strings in third position' => [
            Passage::of('4/4', '(G5e D5e) (G5e D5e) (G5e D5e) (G5e D5e)')->at(120)->marked('1 III'),
            'III A:4 A:1 A:4 A:1 A:4 A:1 A:4 A:1',
        ];
        yield 'a range asked for in third position' => [
            Passage::of('4/4', 'D5q E5q F#5q E5q | D5h A4h')->marked('1 III')->inKey(2),
            'III A:1 A:high2 A:high3 A:high2 | A:1 A:0',
        ];
        yield 'a figure of fingers in a range' => [
            Passage::of('4/4', 'D5q F#5q D5q F#5q')->marked('1 III : 1 3')->inKey(2),
            'III A:1 A:high3 A:1 A:high3',
        ];
        yield 'a string asked for' => [
            Passage::of('4/4', 'A4q B4q C5q B4q')->marked('1 on D'),
            'III D:high2 D:high3 D:4 D:high3',
        ];
        yield 'a director’s finger is a fact' => [
            Passage::of('4/4', 'G4q A4q G4h')->marked('1.2 4')->profile('second-year'),
            'D:3 D:4 D:3',
        ];
        yield 'the first of an open choice leads on' => [
            Passage::of('4/4', 'G4q A4q G4h')->marked('1.2 4 or 0')->profile('second-year'),
            'D:3 D:4 D:3',
        ];
        yield 'third position tune' => [
            Passage::of('4/4', 'D5q G5q A5q B5q | A5q G5q D5h')->profile('third-position')->inKey(1)->marked('1-2 III'),
            'III A:1 A:4 E:1 E:high2 | E:1 A:4 A:1',
        ];
        yield 'position for one note' => [
            Passage::of('4/4', 'A4q D5q E5q D5q')->profile('third-position')->inKey(2)->marked('1.2 III'),
            'A:0 III A:1 A:high2 A:1',
        ];
        yield 'first year: fourth finger marked' => [
            Passage::of('4/4', 'G4q A4q G4h')->profile('first-year')->inKey(1)->marked('1.2 4'),
            'D:3 D:4 D:3',
        ];
    }
}
