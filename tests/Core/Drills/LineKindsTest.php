<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Drills\BuiltLine;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;

/**
 * What a teacher would have played for a passage, written before it was asked. The key of each case is the reason.
 *
 * A case says whether the part asks for the line, and how it begins, note for note.
 */
final class LineKindsTest extends TestCase
{
    private const ASKS = true;
    private const NOT = false;

    #[DataProvider('patterns')]
    #[DataProvider('scales')]
    #[DataProvider('shifts')]
    #[DataProvider('clashes')]
    #[DataProvider('chromatic')]
    #[DataProvider('rhythms')]
    #[DataProvider('crossings')]
    #[DataProvider('slurs')]
    #[DataProvider('units')]
    #[DataProvider('onePlace')]
    #[DataProvider('leaveDown')]
    #[DataProvider('openStrings')]
    #[DataProvider('lastEndings')]
    #[DataProvider('setAndLift')]
    #[DataProvider('slides')]
    public function testALineIsMadeOfWhatThePassageAsks(LineKind $kind, Passage $passage, bool $asks, string $begins, string $why = ''): void
    {
        $lines = self::lines($passage);
        $best = $lines->ofKind($kind)[0] ?? null;
        $isAsked = $best instanceof LineProposal && $best->weight >= 1.0;
        self::assertSame($asks, $isAsked, 'weighs ' . ($best->weight ?? 0));
        if ($begins === '') {
            self::assertNull($best);

            return;
        }
        self::assertNotNull($best);
        $built = $lines->line($best)->music;
        self::assertStringStartsWith($begins, self::pitches($built));
        self::assertTrue($built->isFingered(), 'every note has a finger');
        if ($why !== '') {
            self::assertStringContainsString($why, $best->why);
        }
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function patterns(): iterable
    {
        $kind = LineKind::Pattern;
        yield 'low 2 four measures running: from 3 down to the open string, four of each' => [
            $kind,
            Passage::of('4/4', 'D4q E4q F4q G4q | F4q E4q F4q G4q | E4q F4q G4q F4q | G4q F4q E4q D4q')->profile('second-year'),
            self::ASKS, 'G4 G4 G4 G4 F4 F4 F4 F4 E4 E4 E4 E4 D4 D4 D4 D4 E4', '1-2 close on D',
        ];
        yield 'what every beginner plays, once: the part does well without' => [
            $kind,
            Passage::of('4/4', 'D4q E4q F#4q G4q | A4h D4h')->inKey(2)->profile('second-year'),
            self::NOT, 'G4 G4 G4 G4 F#4', '2-3 close on D; check G with open G',
        ];
        yield 'the same shape on two strings: one, then the next' => [
            $kind,
            Passage::of('4/4', 'A4q B4q C5q D5q | D4q E4q F4q G4q | A4q B4q C5q D5q | D4q E4q F4q G4q')->profile('second-year'),
            self::ASKS, 'D5 D5 D5 D5 C5', 'on A, then on D',
        ];
        yield 'a cello hand in first position, closed' => [
            $kind,
            Passage::of('4/4', 'D3q E3q F#3q G3q | G3q F#3q E3q D3q')->by('Cello')->inKey(2)->profile('second-year'),
            self::NOT, 'G3 G3 G3 G3 F#3 F#3 F#3 F#3 E3',
        ];
        yield 'low 1 on E in a flat key, often' => [
            $kind,
            Passage::of('4/4', 'E5q F5q G5q F5q | F5q G5q A5q G5q | G5q F5q E5q F5q | F5q G5q F5q E5q')->inKey(-1)->profile('second-year'),
            self::ASKS, 'A5 A5 A5 A5 G5', 'low 1',
        ];
        yield 'one finger alone makes no pattern' => [
            $kind, Passage::of('4/4', 'D4q E4q D4q E4q | D4h E4h')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function scales(): iterable
    {
        $kind = LineKind::Scale;
        yield 'D major in one octave, for a part that runs up and down it' => [
            $kind,
            Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q C#5q D5q | D5q C#5q B4q A4q | D4w')->inKey(2)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 G4 A4 B4 C#5 D5 C#5 B4 A4 G4 F#4 E4 D4', 'D major',
        ];
        yield 'G major in two octaves where the part is wide' => [
            $kind,
            Passage::of('4/4', 'G3q A3q B3q C4q | D4q G4q B4q D5q | G5q F#5q E5q D5q | G4w')->inKey(1)->profile('second-year'),
            self::ASKS, 'G3 A3 B3 C4 D4 E4 F#4 G4 A4 B4 C5 D5 E5 F#5 G5 F#5',
        ];
        yield 'four strokes a note where the part repeats its notes fast' => [
            $kind,
            Passage::of('4/4', "D4e' D4e' D4e' D4e' E4e' E4e' E4e' E4e' | D4w")->inKey(2)->at(120)->profile('second-year'),
            self::NOT, 'D4 D4 D4 D4 E4 E4 E4 E4 F#4', '4 strokes a note',
        ];
        yield 'minor where it ends on the minor tonic: sixth and seventh raised on the way up' => [
            $kind,
            Passage::of('4/4', 'A4q C5q E5q C5q | B4q A4q G#4q A4q | A4w')->profile('second-year'),
            self::NOT, 'A4 B4 C5 D5 E5 F#5 G#5 A5 G5 F5 E5', 'A minor',
        ];
        yield 'a cello in C, from its lowest string' => [
            $kind,
            Passage::of('4/4', 'C2q D2q E2q F2q | G2q F2q E2q D2q | C2w')->by('Cello')->profile('second-year'),
            self::NOT, 'C2 D2 E2 F2 G2 A2 B2 C3 B2',
        ];
        yield 'four sharps ask by themselves, nearly' => [
            $kind,
            Passage::of('4/4', 'E4q F#4q G#4q A4q | B4q A4q G#4q F#4q | E4w')->inKey(4)->profile('second-year'),
            self::ASKS, 'E4 F#4 G#4 A4 B4 C#5 D#5 E5', 'E major',
        ];
        yield 'no music, no scale' => [$kind, Passage::of('4/4', 'rw | rw'), self::NOT, ''];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function shifts(): iterable
    {
        $kind = LineKind::Shift;
        yield 'up to III in the middle of a phrase: its two notes, four times' => [
            $kind,
            Passage::of('4/4', 'A4q B4q C#5q D5q | F#5q E5q D5q F#5q | A5h D5h')->inKey(2)->at(108)->marked('2.1-2.4 III')->profile('third-position'),
            self::ASKS, 'D5 F#5 D5 F#5 D5 F#5 D5 F#5', 'a shift to III',
        ];
        yield 'first position all through: nothing to shift' => [
            $kind, Passage::of('4/4', 'D4q E4q F#4q G4q | A4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'after a long rest the hand has time' => [
            $kind,
            Passage::of('4/4', 'D5h A4h | rw | D5q E5q F#5q G5q | A5w')->inKey(2)->at(72)->marked('3.1-3.4 III')->profile('third-position'),
            self::NOT, '',
        ];
        yield 'a cello from first to fourth position in quarters' => [
            $kind,
            Passage::of('4/4', 'A3q B3q C4q D4q | E4q F#4q E4q D4q | A3w')->by('Cello')->inKey(2)->at(108)->marked('2.1-2.4 IV')->profile('third-position'),
            self::ASKS, 'D4 E4 D4 E4',
        ];
        yield 'the same way twice is one line for both places' => [
            $kind,
            Passage::of('4/4', 'B4q C#5q D5q B4q | F#5q E5q F#5h | B4q C#5q D5q B4q | F#5q E5q F#5h')->inKey(2)->at(108)
                ->marked("2.1-2.3 III\n4.1-4.3 III")->profile('third-position'),
            self::ASKS, 'B4 F#5 B4 F#5', 'comes 2 times',
        ];
        yield 'a bass that has to go up on its G string' => [
            $kind,
            Passage::of('4/4', 'G2q A2q B2q C3q | D3q C3q B2q A2q | G2w')->by('Bass')->at(108)->profile('third-position'),
            self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function clashes(): iterable
    {
        $kind = LineKind::LowAndRegular;
        yield '2 on D beside low 2 on A: open, finger, next open, the other place' => [
            $kind,
            Passage::of('4/4', 'D4q F#4q A4q C5q | C5q A4q F#4q D4q')->inKey(1)->profile('second-year'),
            self::ASKS, 'D4 F#4 A4 C5 C5 A4 F#4 D4',
        ];
        yield 'high 3 on G beside 3 on D' => [
            $kind,
            Passage::of('4/4', 'G3q C#4q G4q E4q | D4h C#4q G4q')->inKey(2)->marked('1.2 high 3')->profile('second-year'),
            self::ASKS, 'G3 C#4 D4 G4 G4 D4 C#4 G3',
        ];
        yield 'a viola: 2 on G beside low 2 on D' => [
            $kind,
            Passage::of('4/4', 'B3q F4q B3q F4q | D4h B3h')->by('Viola')->profile('second-year'),
            self::ASKS, 'G3 B3 D4 F4',
        ];
        yield '2 on A beside 2 on D: one place, no clash' => [
            $kind, Passage::of('4/4', 'F#4q C#5q F#4q C#5q | D4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'low 1 on E after 1 on A, quick' => [
            $kind,
            Passage::of('4/4', 'B4e F5e B4e F5e A4h | B4e F5e E5q A4h')->at(100)->profile('second-year'),
            self::ASKS, 'A4 B4 E5 F5',
        ];
        yield 'one string alone' => [
            $kind, Passage::of('4/4', 'D4q E4q F4q G4q | D4q E4q F#4q G4q')->profile('second-year'), self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function chromatic(): iterable
    {
        $kind = LineKind::Chromatic;
        yield 'down by half steps in quarters: down, and up again' => [
            $kind, Passage::of('4/4', 'G4q F#4q F4q E4q | D4w')->profile('second-year'), self::ASKS, 'G4 F#4 F4 E4 F4 F#4 G4', '4 notes by half steps, from G to E',
        ];
        yield 'up in eighths' => [
            $kind, Passage::of('4/4', 'D4e Eb4e E4e F4e F#4e G4e A4q | D4w')->at(92)->profile('second-year'), self::ASKS, 'D4 Eb4 E4 F4 F#4 G4 F#4 F4', 'from D to G',
        ];
        yield 'a cello, down the A string' => [
            $kind, Passage::of('4/4', 'D4q C#4q C4q B3q | A3w')->by('Cello')->profile('second-year'), self::ASKS, 'D4 C#4 C4 B3 C4',
        ];
        yield 'three of them are no run' => [$kind, Passage::of('4/4', 'G4q F#4q F4q D4q | D4w')->profile('second-year'), self::NOT, ''];
        yield 'to and fro is no run' => [$kind, Passage::of('4/4', 'G4q F#4q G4q F#4q | G4w')->inKey(1)->profile('second-year'), self::NOT, ''];
        yield 'a scale has whole steps' => [$kind, Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->profile('second-year'), self::NOT, ''];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function rhythms(): iterable
    {
        $kind = LineKind::Rhythm;
        $plain = implode(' | ', array_fill(0, 15, 'D4q D4q A4q A4q'));
        yield 'once in a part of quarters: on one open string, four times' => [
            $kind, Passage::of('4/4', "{$plain} | A4e. B4s A4q A4q A4q | A4w")->inKey(2)->profile('second-year'), self::ASKS, 'A4 A4 A4 A4 A4 A4 A4 A4', 'nowhere else',
        ];
        yield 'against the beat, quick and often' => [
            $kind, Passage::of('4/4', 'D4e A4q A4q A4q D4e | D4e A4q A4q A4q D4e | D4w')->at(120)->profile('second-year'), self::ASKS, 'A4 A4 A4 A4 A4', 'between the beats',
        ];
        yield 'plain quarters' => [$kind, Passage::of('4/4', 'D4q D4q A4q A4q | D4w')->profile('second-year'), self::NOT, ''];
        yield 'against the beat once, slowly' => [
            $kind, Passage::of('4/4', 'D4q D4e A4q D4e D4q | D4w')->at(60)->profile('second-year'), self::NOT, 'D4 D4 D4 D4 D4', 'between the beats',
        ];
        yield 'in a short part everything comes once' => [
            $kind, Passage::of('4/4', 'D4q. E4e D4h | A4q A4q D4h')->profile('second-year'), self::NOT, '',
        ];
        yield 'triplets, once in a part of quarters' => [
            $kind, Passage::of('4/4', "{$plain} | A4e* A4e* A4e* D4q A4h | D4w")->inKey(2)->profile('second-year'), self::ASKS, 'A4 A4 A4 A4 A4',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function crossings(): iterable
    {
        $kind = LineKind::Crossing;
        yield 'eighths to and fro: the open strings first' => [
            $kind, Passage::of('4/4', 'D4e B4e E4e B4e F#4e B4e E4e B4e | D4w')->inKey(2)->at(116)->profile('second-year'),
            self::ASKS, 'D4 A4 D4 A4 D4 A4 D4 A4 D4 D4 B4', 'between D and A',
        ];
        yield 'sixteenths over two strings' => [
            $kind, Passage::of('2/4', 'A3s E4s A3s E4s A3s E4s A3s E4s | A3h')->at(80)->profile('second-year'), self::ASKS, 'G3 D4 G3 D4',
        ];
        yield 'in half notes the arm has time' => [
            $kind, Passage::of('4/4', 'D4h A4h | D4h A4h | D4h A4h')->at(80)->profile('second-year'), self::NOT, '',
        ];
        yield 'one string' => [$kind, Passage::of('4/4', 'D4e E4e F#4e E4e D4e E4e F#4e E4e')->inKey(2)->profile('second-year'), self::NOT, ''];
        yield 'a cello, eighths' => [
            $kind, Passage::of('4/4', 'G2e D3e G2e D3e A2e D3e A2e D3e | G2w')->by('Cello')->at(120)->profile('second-year'), self::ASKS, 'G2 D3 G2 D3',
        ];
        yield 'two changes are nothing' => [
            $kind, Passage::of('4/4', 'D4e E4e A4e B4e D4e E4e F#4q')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function slurs(): iterable
    {
        $kind = LineKind::Slur;
        yield 'eight eighths in one bow: separate first' => [
            $kind, Passage::of('4/4', '(D4e E4e F#4e G4e A4e B4e C#5e D5e) | D5w')->inKey(2)->at(100)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 G4 A4 B4 C#5 D5 D4 E4', 'eight notes in one bow, over more than one string',
        ];
        yield 'four quick ones on one string' => [
            $kind, Passage::of('4/4', '(D4s E4s F#4s G4s) (F#4s E4s D4s E4s) D4h | D4w')->inKey(2)->at(92)->profile('second-year'), self::ASKS, 'D4 E4 F#4 G4',
        ];
        yield 'unequal notes, again and again' => [
            $kind, Passage::of('4/4', '(D4q E4e F#4e) G4h | (A4q B4e A4e) G4h | (D4q E4e F#4e) G4h')->inKey(2)->at(112)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 D4 E4 F#4', 'unequal',
        ];
        yield 'two and two need no line' => [
            $kind, Passage::of('4/4', '(D4q E4q) (F#4q G4q) | D4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'four slow ones' => [
            $kind, Passage::of('4/4', '(D4q E4q F#4q G4q) | D4w')->inKey(2)->at(60)->profile('second-year'), self::NOT, 'D4 E4 F#4 G4', 'four notes in one bow',
        ];
        yield 'tied notes are no slur' => [
            $kind, Passage::of('4/4', 'D4h~ D4h~ | D4h~ D4h')->profile('second-year'), self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function units(): iterable
    {
        $kind = LineKind::Unit;
        yield 'sixteenths in a row: one beat, the first note of the next, stop' => [
            $kind, Passage::of('4/4', 'D4s E4s F#4s G4s A4s B4s A4s G4s F#4s E4s D4s E4s F#4s G4s A4s B4s | D4w')->inKey(2)->at(88)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 G4 A4 A4 B4 A4 G4 F#4', '16 equal notes, 6 of them a second',
        ];
        yield 'eighths at a fast tempo' => [
            $kind, Passage::of('4/4', 'D4e E4e F#4e G4e A4e G4e F#4e E4e | D4e E4e F#4e G4e A4e G4e F#4e E4e | D4w')->inKey(2)->at(144)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 F#4 G4 A4',
        ];
        yield 'eighths at a walk' => [
            $kind, Passage::of('4/4', 'D4e E4e F#4e G4e A4e G4e F#4e E4e | D4w')->inKey(2)->at(80)->profile('second-year'), self::NOT, '',
        ];
        yield 'one note again and again is another thing' => [
            $kind, Passage::of('4/4', 'D4s D4s D4s D4s D4s D4s D4s D4s D4h | D4w')->at(88)->profile('second-year'), self::NOT, '',
        ];
        yield 'a run with a rest in it is two short ones' => [
            $kind, Passage::of('4/4', 'D4s E4s F#4s G4s rq D4s E4s F#4s G4s rq | D4w')->inKey(2)->at(88)->profile('second-year'), self::NOT, '',
        ];
        yield 'a bass in sixteenths' => [
            $kind, Passage::of('4/4', 'G2s A2s B2s A2s G2s A2s B2s A2s G2s A2s B2s A2s G2s A2s B2s A2s | G2w')->by('Bass')->inKey(1)->at(88)->profile('third-position'),
            self::ASKS, 'G2 A2 B2 A2 G2',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function onePlace(): iterable
    {
        $kind = LineKind::OnePlace;
        yield 'the notes around a shift exist in III altogether' => [
            $kind, Passage::of('4/4', 'D5q E5q D5q E5q | F#5q G5q F#5q E5q | D5w')->inKey(2)->at(80)->marked("1.1-1.4 I\n2.1-2.4 III")->profile('third-position'),
            self::NOT, 'E5 D5 E5 F#5 G5 F#5', 'all in',
        ];
        yield 'nothing shifts, nothing to take away' => [
            $kind, Passage::of('4/4', 'D4q E4q F#4q G4q | A4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'what lies below and above one hand has no one place' => [
            $kind, Passage::of('4/4', 'D4q E4q D4q B5q | D6q B5q D4q E4q | D4w')->inKey(2)->at(108)->profile('third-position'), self::NOT, '',
        ];
        yield 'a cello between I and IV, on neighbouring strings' => [
            $kind, Passage::of('4/4', 'D4q C#4q B3q E4q | F#4q E4q D4q E4q | D4w')->by('Cello')->inKey(2)->at(108)->marked('1.4-2.4 IV')->profile('third-position'),
            self::NOT, '',
        ];
        yield 'a viola in III where all of it lies under the hand' => [
            $kind, Passage::of('4/4', 'G4q A4q G4q A4q | B4q C5q B4q A4q | G4w')->by('Viola')->inKey(1)->at(80)->marked("1.1-1.4 I\n2.1-2.4 III")->profile('third-position'),
            self::NOT, 'A4 G4 A4 B4 C5 B4',
        ];
        yield 'a quick shift asks for it' => [
            $kind, Passage::of('4/4', 'D5e E5e D5e E5e F#5e A5e F#5e E5e | D5w')->inKey(2)->at(112)->marked("1.1-1.2+ I\n1.3-1.4+ III")->profile('third-position'),
            self::ASKS, 'E5 D5 E5 F#5 A5 F#5',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function leaveDown(): iterable
    {
        $kind = LineKind::LeaveDown;
        yield 'marked to stay, quick and often: held while the open string sounds' => [
            $kind, Passage::of('4/4', 'G4e A4e G4e A4e G4e A4e G4q | G4e A4e G4e A4e G4e A4e G4q')->at(108)->marked("1.1 leave down\n1.1+ 0\n1.2+ 0\n2.1 leave down\n2.1+ 0\n2.2+ 0")->profile('second-year'),
            self::ASKS, 'G4 A4 G4 A4', 'stays down while open A is played',
        ];
        yield 'one string, another time' => [$kind, Passage::of('4/4', 'D4q E4q F#4q G4q')->inKey(2)->profile('second-year'), self::NOT, ''];
        yield 'open strings alone' => [$kind, Passage::of('4/4', 'D4q A4q D4q A4q')->profile('second-year'), self::NOT, ''];
        yield 'once and slowly' => [
            $kind, Passage::of('4/4', 'G4h A4h | G4w')->at(72)->marked('1.1 leave down')->profile('second-year'), self::NOT, 'G4 A4 G4 A4',
        ];
        yield 'a cello: 1 on D beside open A' => [
            $kind, Passage::of('4/4', 'E3h A3h | E3w')->by('Cello')->at(72)->marked('1.1 leave down')->profile('second-year'), self::NOT, 'E3 A3 E3 A3',
        ];
        yield 'a bass: 1 on A beside open D' => [
            $kind, Passage::of('4/4', 'B2h D3h | B2w')->by('Bass')->at(72)->marked("1.1 leave down")->profile('second-year'), self::NOT, 'B2 D3 B2 D3',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function openStrings(): iterable
    {
        $kind = LineKind::OpenStrings;
        yield 'slurs over strings in eighths: the bow alone' => [
            $kind, Passage::of('4/4', '(G4e B4e) G4e B4e (G4e B4e) D4e B4e | (G4e B4e) G4e B4e G4q D4q | G4w')->inKey(1)->at(116)->profile('second-year'),
            self::ASKS, 'D4 A4 D4 A4', 'most to do',
        ];
        yield 'whole notes: the bow has nothing to do' => [
            $kind, Passage::of('4/4', 'D4w | D4w')->at(80)->profile('second-year'), self::NOT, '',
        ];
        yield 'quarters on one string' => [
            $kind, Passage::of('4/4', 'D4q E4q F#4q E4q | D4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'hooks and crossings together, quick' => [
            $kind, Passage::of('6/8', "D4q E4e A4q B4e | D4q E4e A4q B4e | D4q.~ D4q.")->inKey(2)->at(150)->marked("1.3 hook\n1.6 hook\n2.3 hook\n2.6 hook")->profile('second-year'),
            self::ASKS, 'D4 D4 A4 A4 D4 D4 A4 A4',
        ];
        yield 'a slow crossing is no trouble' => [
            $kind, Passage::of('4/4', 'D4h B4h | D4w')->inKey(2)->at(60)->profile('second-year'), self::NOT, 'D4 A4',
        ];
        yield 'a cello with bouncing strings' => [
            $kind, Passage::of('4/4', 'G2e (D3e B3e) G2e (D3e B3e) G2e D3e | G2w')->by('Cello')->inKey(1)->at(120)->profile('second-year'), self::ASKS, 'G2 D3 A3',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function lastEndings(): iterable
    {
        $kind = LineKind::LastEnding;
        yield 'straight into the second ending' => [
            $kind, Passage::of('4/4', '[repeat] D4q E4q F#4q G4q | A4q A4q G4q F#4q | [1] E4h A3h [back] | [2] D4w')->inKey(2)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 G4 A4 A4 G4 F#4 D4',
        ];
        yield 'a repeat without endings' => [
            $kind, Passage::of('4/4', '[repeat] D4q E4q F#4q G4q | A4w [back]')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
        yield 'no repeat at all' => [$kind, Passage::of('4/4', 'D4q E4q F#4q G4q | A4w')->inKey(2)->profile('second-year'), self::NOT, ''];
        yield 'a cello' => [
            $kind, Passage::of('3/4', '[repeat] D3q E3q F#3q | [1] E3h. [back] | [2] D3h.')->by('Cello')->inKey(2)->profile('second-year'), self::ASKS, 'D3 E3 F#3 D3',
        ];
        yield 'two measures of the second ending' => [
            $kind, Passage::of('4/4', '[repeat] D4q E4q F#4q G4q | [1] E4w [back] | [2] A4q G4q F#4q E4q | D4w')->inKey(2)->profile('second-year'),
            self::ASKS, 'D4 E4 F#4 G4 A4 G4 F#4 E4',
        ];
        yield 'only rest in front of it' => [
            $kind, Passage::of('4/4', '[repeat] rw | [1] E4w [back] | [2] D4w')->inKey(2)->profile('second-year'), self::NOT, '',
        ];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function setAndLift(): iterable
    {
        $kind = LineKind::SetAndLift;
        yield 'a retake in a short rest: play, circle, set, wait, play' => [
            $kind, Passage::of('4/4', 'D4h D4q rq | D4h D4q rq | D4w')->at(112)->marked('2.1 retake')->profile('second-year'),
            self::NOT, 'D4 D4 D4 D4',
        ];
        yield 'marked retakes, three times, quick' => [
            $kind, Passage::of('4/4', 'D4q E4q F#4q rq | G4q E4q F#4q rq | G4q E4q D4q rq | D4w')->inKey(2)->at(120)
                ->marked("1.1 down\n2.1 retake\n3.1 retake\n4.1 retake")->profile('second-year'),
            self::ASKS, 'F#4 G4 F#4 G4', 'carried back',
        ];
        yield 'rests in which the bow only waits' => [
            $kind, Passage::of('4/4', 'D4q rq D4q rq | D4w')->at(100)->profile('second-year'), self::NOT, '',
        ];
        yield 'a long rest is no hurry' => [
            $kind, Passage::of('4/4', 'D4w | rw | rw | D4w')->at(60)->marked('4.1 retake')->profile('second-year'), self::NOT, '',
        ];
        yield 'a cello, another time' => [
            $kind, Passage::of('4/4', 'D3q E3q F#3q rq | G3q E3q F#3q rq | D3w')->by('Cello')->inKey(2)->at(126)->marked("1.1 down\n2.1 retake\n3.1 retake")->profile('second-year'),
            self::ASKS, 'F#3 G3 F#3 G3',
        ];
        yield 'no rest, no circle' => [$kind, Passage::of('4/4', 'D4q E4q F#4q G4q | A4w')->inKey(2)->profile('second-year'), self::NOT, ''];
    }

    /** @return iterable<string, array{LineKind, Passage, bool, string, 4?: string}> */
    public static function slides(): iterable
    {
        $kind = LineKind::Slide;
        yield '4 on D again and again, heard against open A' => [
            $kind, Passage::of('4/4', 'A4h G4h | A4h G4h | A4h F#4h | A4w')->inKey(2)->marked("1.1 4\n2.1 4\n3.1 4\n4.1 4")->profile('second-year'),
            self::ASKS, 'A4 A4 A4 A4', 'the same note as open A',
        ];
        yield 'the same by a class that knows the place above: from a step above, down' => [
            $kind, Passage::of('4/4', 'A4h G4h | A4h G4h | A4h F#4h | A4w')->inKey(2)->marked("1.1 4\n2.1 4\n3.1 4\n4.1 4")->profile('third-position'),
            self::ASKS, 'B4 A4 A4 A4', 'the same note as open A',
        ];
        yield 'open strings need no finding' => [$kind, Passage::of('4/4', 'D4h A4h | D4w')->profile('second-year'), self::NOT, ''];
        yield 'a low 2 with nothing to hear it against' => [$kind, Passage::of('4/4', 'F4h E4h | F4w')->profile('second-year'), self::NOT, ''];
        yield 'too short to hear' => [
            $kind, Passage::of('4/4', 'A4e G4e A4e G4e A4e G4e A4e G4e')->at(120)->inKey(2)->marked("1.1 4")->profile('second-year'), self::NOT, '',
        ];
        yield 'a cello: 4 on G is an octave over the lowest string' => [
            $kind, Passage::of('4/4', 'C3h B2h | C3h A2h | C3h B2h | C3w')->by('Cello')->profile('second-year'), self::ASKS, 'C3 C2 C3 C3 C2 C3', 'an octave from open C',
        ];
        yield 'low 2 on E is an octave over 3 on D, but two over the open string: not heard alone' => [
            $kind, Passage::of('4/4', 'G5h F#5h | G5w')->inKey(1)->profile('second-year'), self::NOT, '',
        ];
    }

    public function testTheLastEndingIsBowedAsItIsWhenItIsReached(): void
    {
        // Five strokes the first time: the second begins up.
        $passage = Passage::of('4/4', '[repeat] D4q E4q F#4q G4q | [1] E4w [back] | [2] D4w')->inKey(2)->profile('second-year');
        $lines = self::lines($passage);
        $built = $lines->line($lines->ofKind(LineKind::LastEnding)[0])->music;
        $ways = array_map(static fn ($note): string => $built->plan->bow->at($note->id)->direction->value ?? '', $built->plan->part->notes);

        self::assertSame(['up', 'down', 'up', 'down', 'up'], $ways);
        self::assertStringNotContainsString('.(', $built->abc(), 'nothing is hooked');
    }

    private static function lines(Passage $passage): PracticeLines
    {
        $score = $passage->score();

        return new PracticeLines(PracticePart::of($score, $passage->plan(), $passage->options()));
    }

    private static function pitches(BuiltLine $built): string
    {
        $pitches = [];
        foreach ($built->plan->part->notes as $note) {
            if (!$note->inChord && !$note->tieStop) {
                $pitches[] = (string) $note->pitch;
            }
        }

        return implode(' ', $pitches);
    }
}
