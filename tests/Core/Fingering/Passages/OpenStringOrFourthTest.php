<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** Violin and viola: the open string or the fourth finger, on their own and under slurs. */
final class OpenStringOrFourthTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'the open E rings where nothing is slurred' => [
            Passage::of('4/4', 'E5q E5q D5q D5q | E5q E5q F#5h')->profile('second-year')->inKey(2),
            'E:0 E:0 A:3 A:3 | E:0 E:0 E:1',
        ];
        yield 'a quick slur keeps the fourth finger on its string' => [
            Passage::of('2/4', '(D5s E5s D5s C#5s) D5q | A4h')->profile('second-year')->inKey(2)->at(96),
            'A:3 A:4 A:3 A:high2 A:3 | A:0',
        ];
        yield 'slurs of four on one string each, the fourth finger for the open one' => [
            Passage::of('4/4', '(E5e D5e C#5e B4e) (A4e G4e F#4e E4e) | D4w')->profile('second-year')->inKey(2),
            'A:4 A:3 A:high2 A:1 D:4 D:3 D:high2 D:1 | D:0',
        ];
        yield 'a slur that begins on the open string stays on one string with the fourth finger' => [
            Passage::of('2/4', '(A4e G4e F#4e E4e)')->at(112),
            'D:4 D:3 D:high2 D:1',
        ];
        yield 'a finger left down under an open string' => [
            Passage::of('4/4', 'B3q D4q C4q rq')->by('Viola'),
            'G:high2 D:0 G:3',
        ];
        yield 'slow quarters go to the open string' => [
            Passage::of('4/4', 'G4q A4q G4q A4q')->at(80)->profile('second-year'),
            'D:3 A:0 D:3 A:0',
        ];
        yield 'a quick note there and back stays on the string with 4' => [
            Passage::of('2/4', 'G4s A4s G4s A4s G4q')->at(120)->profile('second-year'),
            'D:3 D:4 D:3 D:4 D:3',
        ];
        yield 'four under a slur of two' => [
            Passage::of('4/4', '(G4e A4e) (G4e A4e) G4h')->at(112)->profile('second-year'),
            'D:3 D:4 D:3 D:4 D:3',
        ];
        yield 'the school of the fourth finger' => [
            Passage::of('4/4', 'G4q A4q B4q A4q')->with('open=four')->profile('second-year'),
            'D:3 D:4 A:1 D:4',
        ];
        yield 'fourth finger in descending lines, open in ascending' => [
            Passage::of('4/4', 'G4q A4q B4q C5q | B4q A4q G4q F#4q')->with('open=descending-four')->profile('second-year')->inKey(1),
            'D:3 A:0 A:1 A:low2 | A:1 D:4 D:3 D:high2',
        ];
        yield 'a single C at the end of a scale is reached by the fourth finger' => [
            Passage::of('4/4', 'E5q F5q G5q A5q | B5q C6h.'),
            'E:0 E:low1 E:low2 E:3 | E:4 E:x4',
        ];
        yield 'an open string between two stopped ones, slow' => [
            Passage::of('4/4', 'G4q A4q B4h')->profile('second-year')->inKey(1)->at(60),
            'D:3 A:0 A:1',
        ];
        yield 'slur of two across the open string at speed' => [
            Passage::of('2/4', '(G4e A4e) (B4e A4e)')->profile('second-year')->inKey(1)->at(126),
            'D:3 D:4 A:1 A:0',
        ];
        yield 'a slow slur keeps to its string with 4 where a crossing would be inside it' => [
            Passage::of('4/4', '(G4h A4h)')->profile('second-year')->inKey(1)->at(60),
            'D:3 D:4',
        ];
        yield 'octaves with the open string' => [
            Passage::of('4/4', 'D4q D5q E4q E5q')->profile('second-year')->inKey(2),
            'D:0 A:3 D:1 E:0',
        ];
        yield 'advanced slur on one string' => [
            Passage::of('4/4', '(A4q D5q F#5q A5q)')->profile('advanced')->inKey(2)->at(60),
            'A:0 A:3 E:1 E:3',
        ];
        yield 'viola: fourth finger in a slur' => [
            Passage::of('2/4', '(D4e C4e B3e A3e)')->by('Viola')->profile('second-year')->at(116),
            'G:4 G:3 G:high2 G:1',
        ];
    }
}
