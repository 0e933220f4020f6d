<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Result\NoteFinger;

/** Fingers a string teacher would give, each with the reason. */
final class WorkedFingeringsTest extends TestCase
{
    private const SLURRED = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e)';

    /** @return iterable<string, array{Passage, string}> */
    public static function judgements(): iterable
    {
        yield 'violin, first position only, C major' => [
            Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->profile('second-year'),
            'D:0 D:1 D:low2 D:3 | A:0',
        ];
        yield 'a slur that begins on the open string stays on one string with the fourth finger' => [
            Passage::of('2/4', '(A4e G4e F#4e E4e)')->at(112),
            'D:4 D:3 D:high2 D:1',
        ];
        yield 'a figure that would cross in every slur goes up to third position' => [
            Passage::of('4/4', self::SLURRED . ' | ' . self::SLURRED)->at(126),
            'III A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3',
        ];
        yield 'the level is a hard limit: the same in first position crosses' => [
            Passage::of('4/4', self::SLURRED)->at(126)->profile('second-year'),
            'A:3 E:1 A:3 E:1 A:3 E:1 A:3 E:1',
        ];
        yield 'the figure a half step lower: the hand slides back, the fingers stay' => [
            Passage::of('4/4', self::SLURRED . ' | ' . self::SLURRED . ' | ' . str_replace(['D5', 'F#5'], ['C#5', 'E#5'], self::SLURRED)
                . ' | ' . str_replace(['D5', 'F#5'], ['C#5', 'E#5'], self::SLURRED))->at(126),
            'III A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | '
            . 'II A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3',
        ];
        yield 'low 2 wants low 4' => [
            Passage::of('4/4', 'Bb3q C#4q Bb3q C#4q')->by('Viola'),
            'G:low2 G:low4 G:low2 G:low4',
        ];
        yield 'high 2 wants high 3' => [Passage::of('4/4', 'B3q C#4q B3h')->by('Viola'), 'G:high2 G:high3 G:high2'];
        yield 'a chromatic step of one letter slides' => [Passage::of('2/4', '(Bb4q B4q)'), 'A:low1 A:1'];
        yield 'a finger left down under an open string' => [
            Passage::of('4/4', 'B3q D4q C4q rq')->by('Viola'),
            'G:high2 D:0 G:3',
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
        yield 'bass, a low note that returns keeps the hand in half position' => [
            Passage::of('4/4', implode(' | ', array_fill(0, 4, 'F2q A2q C3q A2q')))->by('Bass'),
            '½ ' . implode(' | ', array_fill(0, 4, 'E:1 A:0 A:4 A:0')),
        ];
        $laid = '(G3e C3e Eb3e C3e) (G3e C3e Eb3e C3e)';
        yield 'cello, one finger laid across a fifth' => [
            Passage::of('4/4', "{$laid} | {$laid}")->by('Cello'),
            'III ' . implode(' | ', array_fill(0, 2, 'D:1 G:1 G:4 G:1 D:1 G:1 G:4 G:1')),
        ];
        yield 'a half step there and back beside the nut' => [
            Passage::of('4/4', 'E4q D#4q E4h')->by('Viola'),
            'D:1 D:low1 D:1',
        ];
        yield 'a unison double stop is the open string with the fourth finger' => [Passage::of('4/4', 'A4+A4w'), 'A:0+D:4'];
        yield 'a fifth is one finger across two strings' => [Passage::of('4/4', 'B3+F#4w'), 'G:high2+D:high2'];
        yield 'from the first finger up to a stopped fourth' => [
            Passage::of('4/4', '(A3q Bb3q C#4q D4q)'),
            'G:1 G:low2 G:high3 G:4',
        ];
    }

    /** @return iterable<string, array{Passage, string}> */
    public static function passages(): iterable
    {
        // Violin and viola in first position: strings, letters, open strings.
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
        yield 'viola, C major on the low strings' => [
            Passage::of('4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q')->by('Viola')->profile('second-year'),
            'C:0 C:1 C:high2 C:3 | G:0 G:1 G:high2 G:3',
        ];
        yield 'viola, B flat major' => [
            Passage::of('4/4', 'Bb3q C4q D4q Eb4q | F4q G4q A4q Bb4q')->by('Viola')->inKey(-2)->profile('second-year'),
            'G:low2 G:3 D:0 D:low1 | D:low2 D:3 A:0 A:low1',
        ];
        yield 'the top of first position is the fourth finger on E' => [
            Passage::of('4/4', 'G5q A5q B5q A5q')->profile('second-year'),
            'E:low2 E:3 E:4 E:3',
        ];
        yield 'C above it lies under the third finger of third position' => [
            Passage::of('4/4', 'A5q B5q C6q B5q'),
            'III E:1 E:high2 E:3 E:high2',
        ];
        yield 'a single C at the end of a scale is reached by the fourth finger' => [
            Passage::of('4/4', 'E5q F5q G5q A5q | B5q C6h.'),
            'E:0 E:low1 E:low2 E:3 | E:4 E:x4',
        ];
        // Positions.
        yield 'a tune above first position lies in third' => [
            Passage::of('4/4', 'D6q C#6q B5q A5q | B5q C#6q D6h')->inKey(2),
            'III E:4 E:high3 E:high2 E:1 | E:high2 E:high3 E:4',
        ];
        yield 'the shift waits for the open string' => [
            Passage::of('4/4', 'C5q B4q E5q A5q | B5q C#6q D6h')->inKey(2),
            'A:low2 A:1 E:0 III E:1 | E:high2 E:high3 E:4',
        ];
        yield 'the shift takes the rest' => [
            Passage::of('4/4', 'B4q A4q G4q rq | D6q C#6q B5h')->inKey(2),
            'A:1 A:0 D:3 | III E:4 E:high3 E:high2',
        ];
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
        // Double stops.
        yield 'open D and A' => [Passage::of('4/4', 'D4+A4w')->profile('second-year'), 'D:0+A:0'];
        yield 'a sixth with an open string' => [Passage::of('4/4', 'D4+B4w')->profile('second-year'), 'D:0+A:1'];
        yield 'a third' => [Passage::of('4/4', 'F#4+A4w')->profile('second-year'), 'D:high2+A:0'];
        yield 'cello, a sixth' => [Passage::of('4/4', 'G2+E3w')->by('Cello'), 'G:0+D:1'];
        yield 'an octave of first and fourth finger' => [Passage::of('4/4', 'E4+E5w')->profile('second-year'), 'D:1+A:4'];
        // Cello.
        yield 'cello, C major on A has 2' => [Passage::of('4/4', 'A3q B3q C4q B3q')->by('Cello'), 'A:0 A:1 A:2 A:1'];
        yield 'cello, D major' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | A3q B3q C#4q D4q')->by('Cello')->inKey(2),
            'D:0 D:1 D:3 D:4 | A:0 A:1 A:3 A:4',
        ];
        yield 'cello, A major opens the hand' => [
            Passage::of('4/4', 'A2q B2q C#3q D3q | E3q F#3q G#3q A3q')->by('Cello')->inKey(3),
            'G:1 G:x2 G:x4 D:0 | D:1 D:x2 D:x4 A:0',
        ];
        yield 'cello, first year keeps the closed hand' => [
            Passage::of('4/4', 'D3q E3q F#3q G3q | E3w')->by('Cello')->profile('first-year'),
            'D:0 D:1 D:3 D:4 | D:1',
        ];
        yield 'cello, above the first finger’s octave to fourth position' => [
            Passage::of('4/4', 'B3q C4q D4q E4q | F#4q G4h.')->by('Cello')->inKey(1),
            'A:1 A:2 A:4 IV A:1 | A:3 A:4',
        ];
        yield 'cello, F major has 2 and 4 on the G string' => [
            Passage::of('4/4', 'G2q A2q Bb2q C3q')->by('Cello')->inKey(-1),
            'G:0 G:1 G:2 G:4',
        ];
        // Bass.
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
        yield 'bass, a fourth under one finger' => [
            Passage::of('4/4', 'B2q E3q B2q E3q')->by('Bass'),
            'A:1 D:1 A:1 D:1',
        ];
        // First year.
        yield 'first year leaves the fourth finger alone' => [
            Passage::of('4/4', 'G4q A4q B4q A4q')->profile('first-year'),
            'D:3 A:0 A:1 A:0',
        ];
        yield 'first year plays low 1 where the key asks' => [
            Passage::of('4/4', 'A4q Bb4q C5q A4q')->profile('first-year')->inKey(-1),
            'A:0 A:low1 A:low2 A:0',
        ];
        yield 'a tie keeps its finger' => [
            Passage::of('4/4', 'D4q E4h.~ | E4q F#4h.')->profile('second-year'),
            'D:0 D:1 | D:1 D:high2',
        ];
        yield 'grace notes are fingered too' => [
            Passage::of('4/4', 'g:F#4e E4q D4q E4h')->profile('second-year'),
            'D:high2 D:1 D:0 D:1',
        ];
        yield 'plucked notes too' => [Passage::of('4/4', '[pizz.] D4q E4q F#4q G4q')->profile('second-year'), 'D:0 D:1 D:high2 D:3'];
    }

    public function testTheShiftIsMarkedOnTheOpenString(): void
    {
        $plan = Passage::of('4/4', 'C5q B4q E5q A5q | B5q C#6q D6h')->inKey(2)->plan();
        $marked = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            if ($finger !== null && $finger->isShift) {
                $marked[] = "{$note->id} {$finger->number} {$finger->position}";
            }
        }

        self::assertSame(['P1-m1-n3 0 III'], $marked);
    }

    public function testAFingerWaitsUnderAnOpenStringAndNowhereElse(): void
    {
        $plan = Passage::of('4/4', 'B3q D4q C4q A3q | B3q C4q D4h')->by('Viola')->profile('second-year')->plan();
        $waits = array_keys(array_filter($plan->fingers->notes, static fn (NoteFinger $finger): bool => $finger->leaveDown));

        self::assertSame(['P1-m1-n1'], $waits);
    }

    public function testAChromaticStepIsASlideAndAFifthIsLaid(): void
    {
        $slide = Passage::of('2/4', '(Bb4q B4q)')->plan()->fingers->at('P1-m1-n2');
        self::assertSame([true, false], [$slide?->isSlide, $slide?->isShift]);
        $laid = Passage::of('4/4', 'B3q F#4q B3q F#4q')->profile('second-year')->plan()->fingers->at('P1-m1-n2');
        self::assertTrue($laid?->isLaid);
    }

    public function testHomeComesBackSooner(): void
    {
        $music = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e) | D5q B4q A4h | B4q A4q B4h';
        $stays = substr_count(Passage::of('4/4', $music)->at(126)->inKey(2)->fingers(), 'III');
        $home = Passage::of('4/4', $music)->at(126)->inKey(2)->with('stay=home')->fingers();

        self::assertSame(1, $stays);
        self::assertStringContainsString('| I A:3 A:1', $home);
    }

    #[DataProvider('judgements')]
    #[DataProvider('passages')]
    public function testTheFingers(Passage $passage, string $fingers): void
    {
        self::assertSame($fingers, $passage->fingers());
    }
}
