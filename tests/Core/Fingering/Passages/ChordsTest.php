<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** Double stops and chords, on every instrument. */
final class ChordsTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'double stops with an open string' => [
            Passage::of('4/4', 'G3+D4h A3+D4h | D4+A4w')->profile('second-year')->inKey(1)->at(80),
            'G:0+D:0 G:1+D:0 | D:0+A:0',
        ];
        yield 'sixths: neighbouring fingers on neighbouring strings' => [
            Passage::of('4/4', 'B3+G4h C4+A4h | D4+B4w')->profile('third-position')->inKey(1)->at(72),
            'G:high2+D:3 G:3+D:4 | D:0+A:1',
        ];
        yield 'a unison double stop is the open string with the fourth finger' => [Passage::of('4/4', 'A4+A4w'), 'A:0+D:4'];
        yield 'a fifth is one finger across two strings' => [Passage::of('4/4', 'B3+F#4w'), 'G:high2+D:high2'];
        yield 'open D and A' => [Passage::of('4/4', 'D4+A4w')->profile('second-year'), 'D:0+A:0'];
        yield 'a sixth with an open string' => [Passage::of('4/4', 'D4+B4w')->profile('second-year'), 'D:0+A:1'];
        yield 'a third' => [Passage::of('4/4', 'F#4+A4w')->profile('second-year'), 'D:high2+A:0'];
        yield 'cello, a sixth' => [Passage::of('4/4', 'G2+E3w')->by('Cello'), 'G:0+D:1'];
        yield 'an octave of first and fourth finger' => [Passage::of('4/4', 'E4+E5w')->profile('second-year'), 'D:1+A:4'];
    }
}
