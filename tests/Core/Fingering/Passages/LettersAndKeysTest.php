<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** Violin and viola in first position: which finger a letter has, and how high it lies in the key. */
final class LettersAndKeysTest extends ReturningPassages
{
    public static function passages(): iterable
    {
        yield 'G minor on the viola: low 2, and the leading note a high 3 on C' => [
            Passage::of('3/4', 'G3q A3q Bb3q | C4q Bb3q A3q | G3q F#3q G3q')->by('Viola')->profile('second-year')->inKey(-2)->at(90),
            'G:0 G:1 G:low2 | G:3 G:low2 G:1 | G:0 C:high3 G:0',
        ];
        yield 'E minor arpeggio: across three strings in one hand' => [
            Passage::of('4/4', 'E4q G4q B4q E5q | B4q G4q E4h')->profile('second-year')->inKey(1),
            'D:1 D:3 A:1 E:0 | A:1 D:3 D:1',
        ];
        yield 'B flat major from the low 2 on G' => [
            Passage::of('4/4', 'Bb3q C4q D4q Eb4q | F4q G4q A4q Bb4q')->profile('second-year')->inKey(-2)->at(96),
            'G:low2 G:3 D:0 D:low1 | D:low2 D:3 A:0 A:low1',
        ];
        yield 'C minor: A flat is the fourth finger, low' => [
            Passage::of('4/4', 'C5q Ab4q G4q F4q | Eb4q D4q C4h')->profile('second-year')->inKey(-3)->at(92),
            'A:low2 D:low4 D:3 D:low2 | D:low1 D:0 G:3',
        ];
        yield 'B flat, open E, F natural: the open string between two low ones' => [
            Passage::of('4/4', 'Bb4h E5h | F5h Bb4h')->profile('second-year')->inKey(-1)->at(80),
            'A:low1 E:0 | E:low1 A:low1',
        ];
        yield 'G sharp to A in A major' => [
            Passage::of('4/4', 'G#4q A4q B4q C#5q | D5w')->profile('second-year')->inKey(3),
            'D:high3 A:0 A:1 A:high2 | A:3',
        ];
        yield 'D major low on the viola: high 2 and high 3 on both strings' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q')->by('Viola')->profile('second-year')->inKey(2),
            'C:1 C:high2 C:high3 G:0 | G:1 G:high2 G:high3 D:0',
        ];
        yield 'the top string of the viola up to its fourth finger' => [
            Passage::of('4/4', 'A4q B4q C#5q D5q | E5q D5q C#5q A4q')->by('Viola')->profile('third-position')->inKey(3),
            'A:0 A:1 A:high2 A:3 | A:4 A:3 A:high2 A:0',
        ];
        yield 'E flat major: every finger low but the third' => [
            Passage::of('4/4', 'Eb4q F4q G4q Ab4q | Bb4q C5q D5q Eb5q')->profile('second-year')->inKey(-3)->at(90),
            'D:low1 D:low2 D:3 D:low4 | A:low1 A:low2 A:3 A:low4',
        ];
        yield 'the chromatic scale: low 1, 1, low 2, high 2, 3, high 3' => [
            Passage::of('2/4', 'D4e D#4e E4e F4e | F#4e G4e G#4e A4e')->profile('second-year')->at(80),
            'D:0 D:low1 D:1 D:low2 | D:high2 D:3 D:high3 A:0',
        ];
        yield 'the augmented second of G harmonic minor from the raised third down' => [
            Passage::of('4/4', 'D4q Eb4q F#4q G4q | F#4q Eb4q D4h')->by('Viola')->profile('second-year')->inKey(-2)->at(90),
            'D:0 D:low1 D:high2 D:3 | D:high2 D:low1 D:0',
        ];
        yield 'violin, first position only, C major' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->profile('second-year'),
            'D:0 D:1 D:low2 D:3 | A:0',
        ];
        yield 'low 2 wants low 4' => [
            Passage::of('4/4', 'Bb3q C#4q Bb3q C#4q')->by('Viola'),
            'G:low2 G:low4 G:low2 G:low4',
        ];
        yield 'high 2 wants high 3' => [Passage::of('4/4', 'B3q C#4q B3h')->by('Viola'), 'G:high2 G:high3 G:high2'];
        yield 'a chromatic step of one letter slides' => [Passage::of('2/4', '(Bb4q B4q)'), 'A:low1 A:1'];
        yield 'a half step there and back beside the nut' => [
            Passage::of('4/4', 'E4q D#4q E4h')->by('Viola'),
            'D:1 D:low1 D:1',
        ];
        yield 'from the first finger up to a stopped fourth' => [
            Passage::of('4/4', '(A3q Bb3q C#4q D4q)'),
            'G:1 G:low2 G:high3 G:4',
        ];
        yield 'D major goes on over the strings' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q C#5q D5q')->inKey(2),
            'D:0 D:1 D:high2 D:3 | A:0 A:1 A:high2 A:3',
        ];
        yield 'low 2 on A beside high 2 on D in G major' => [
            Passage::of('4/4', 'G4q A4q B4q C5q | B4q A4q F#4q G4q')->inKey(1)->profile('second-year'),
            'D:3 A:0 A:1 A:low2 | A:1 A:0 D:high2 D:3',
        ];
        yield 'F major wants low 1 on A' => [
            Passage::of('4/4', 'F4q G4q A4q Bb4q | C5h Bb4h')->inKey(-1)->profile('second-year'),
            'D:low2 D:3 A:0 A:low1 | A:low2 A:low1',
        ];
        yield 'D sharp on the D string is the first finger, low' => [
            Passage::of('4/4', 'E4q D#4q E4q F#4q')->profile('second-year'),
            'D:1 D:low1 D:1 D:high2',
        ];
        yield 'G sharp on D is high 3 after high 2' => [
            Passage::of('4/4', 'E4q F#4q G#4q A4q')->inKey(3)->profile('second-year'),
            'D:1 D:high2 D:high3 A:0',
        ];
        yield 'A flat on D is low 4 in E flat major' => [
            Passage::of('4/4', 'F4q G4q Ab4q G4q')->inKey(-3)->profile('second-year'),
            'D:low2 D:3 D:low4 D:3',
        ];
        yield 'viola, C major on the low strings' => [
            Passage::of('4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q')->by('Viola')->profile('second-year'),
            'C:0 C:1 C:high2 C:3 | G:0 G:1 G:high2 G:3',
        ];
        yield 'viola, B flat major' => [
            Passage::of('4/4', 'Bb3q C4q D4q Eb4q | F4q G4q A4q Bb4q')->by('Viola')->inKey(-2)->profile('second-year'),
            'G:low2 G:3 D:0 D:low1 | D:low2 D:3 A:0 A:low1',
        ];
        yield 'a tie keeps its finger' => [
            Passage::of('4/4', 'D4q E4h.~ | E4q F#4h.')->profile('second-year'),
            'D:0 D:1 | D:1 D:high2',
        ];
        yield 'grace notes are fingered too' => [
            Passage::of('4/4', 'g:F#4e E4q D4q E4h')->profile('second-year'),
            'D:high2 D:1 D:0 D:1',
        ];
        yield 'plucked notes too' => [
            Passage::of('4/4', '[pizz.] D4q E4q F#4q G4q')->profile('second-year'),
            'D:0 D:1 D:high2 D:3',
        ];
        yield 'the second finger moves with the key: G major then F' => [
            Passage::of('4/4', 'F#4q G4q F4q G4q')->profile('second-year'),
            'D:high2 D:3 D:low2 D:3',
        ];
        yield 'D minor: low 2 on D, low 1 on A' => [
            Passage::of('4/4', 'D4q F4q A4q Bb4q | A4q F4q E4q D4q')->profile('second-year')->inKey(-1),
            'D:0 D:low2 A:0 A:low1 | A:0 D:low2 D:1 D:0',
        ];
        yield 'A major arpeggio: 1 high3 1 0' => [
            Passage::of('4/4', 'A3q C#4q E4q A4q')->profile('second-year')->inKey(3),
            'G:1 G:high3 D:1 A:0',
        ];
        yield 'quick broken thirds stay on one string' => [
            Passage::of('4/4', 'D4s F#4s E4s G4s F#4s A4s G4s F#4s D4h')->profile('second-year')->inKey(2),
            'D:0 D:high2 D:1 D:3 D:high2 D:4 D:3 D:high2 D:0',
        ];
        yield 'E string, F natural and F sharp' => [
            Passage::of('4/4', 'E5q F5q F#5q G5q')->profile('second-year'),
            'E:0 E:low1 E:1 E:low2',
        ];
        yield 'harmonic minor: F to G sharp' => [
            Passage::of('4/4', 'A4q G#4q F4q E4q')->profile('second-year'),
            'A:0 D:low4 D:low2 D:1',
        ];
        yield 'B flat to C sharp on A' => [
            Passage::of('4/4', 'A4q Bb4q C#5q D5q')->profile('second-year')->inKey(-1),
            'A:0 A:low1 A:high2 A:3',
        ];
        yield 'viola: C string' => [
            Passage::of('4/4', 'C3q Eb3q D3q F3q')->by('Viola')->profile('second-year')->inKey(-3),
            'C:0 C:low2 C:1 C:3',
        ];
    }

    public function testAChromaticStepIsASlideAndAFifthIsLaid(): void
    {
        $slide = Passage::of('2/4', '(Bb4q B4q)')->plan()->fingers->at('P1-m1-n2');
        self::assertSame([true, false], [$slide?->isSlide, $slide?->isShift]);
        $laid = Passage::of('4/4', 'B3q F#4q B3q F#4q')->profile('second-year')->plan()->fingers->at('P1-m1-n2');
        self::assertTrue($laid?->isLaid);
    }
}
