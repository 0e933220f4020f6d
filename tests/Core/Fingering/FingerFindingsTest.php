<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;

/** The watch list: what is told, where, and what raises nothing. */
final class FingerFindingsTest extends TestCase
{
    /** @return iterable<string, array{Passage, list<string>}> */
    public static function passages(): iterable
    {
        $slur = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e)';
        yield 'fast slurs that cross, once a measure' => [
            Passage::of('4/4', "{$slur} | {$slur}")->at(126)->profile('second-year')->inKey(2),
            ['crossing-in-slur@1'],
        ];
        yield 'the same slowly raises nothing' => [Passage::of('4/4', $slur)->at(60)->profile('second-year')->inKey(2), []];
        yield 'in third position it raises nothing' => [Passage::of('4/4', $slur)->at(126)->inKey(2), []];
        yield 'B flat on A and then E on D: the first finger, low and regular next door' => [
            Passage::of('4/4', 'Bb4q A4q E4q F4q')->profile('second-year')->inKey(-1),
            ['finger-clash@1'],
        ];
        yield 'the mirror mistake' => [
            Passage::of('4/4', 'E4q F4q G4q Bb4q')->profile('second-year')->inKey(-1),
            [],
        ];
        yield 'the mirror mistake, close together' => [
            Passage::of('4/4', 'E4q Bb4q A4h')->profile('second-year')->inKey(-1),
            ['finger-clash@1'],
        ];
        yield 'low 2 on A after high 2 on D' => [
            Passage::of('4/4', 'F#4q C5q B4h')->profile('second-year')->inKey(1),
            ['finger-clash@1'],
        ];
        yield 'an accidental that holds' => [
            Passage::of('4/4', 'F#4q G4q A4q F#4q | G4w')->profile('second-year'),
            ['accidental-holds@1'],
        ];
        yield 'an accidental that is over in the next measure' => [
            Passage::of('4/4', 'D4h F#4h | F4h D4h')->profile('second-year'),
            ['accidental-holds@2'],
        ];
        yield 'the same letter plain in another octave' => [
            Passage::of('4/4', 'F#4h F5h')->profile('second-year'),
            ['accidental-holds@1'],
        ];
        yield 'an accidental a tie carries over the barline, and the note after it' => [
            Passage::of('4/4', 'G4h F#4h~ | F#4h G4q F4q')->profile('second-year'),
            ['accidental-holds@2'],
        ];
        yield 'an accidental once raises nothing' => [Passage::of('4/4', 'F#4h G4h | A4w')->profile('second-year'), []];
        yield 'a note below the instrument' => [Passage::of('4/4', 'F3h G3h')->profile('second-year'), ['out-of-range@1']];
        yield 'a note the class does not know' => [Passage::of('4/4', 'D6h A5h')->profile('second-year'), ['out-of-range@1']];
        yield 'first year: a chromatic low 1' => [Passage::of('4/4', 'A4q Bb4q A4h')->profile('first-year'), ['out-of-range@1']];
        yield 'first year: low 1 in the key raises nothing' => [
            Passage::of('4/4', 'A4q Bb4q A4h')->profile('first-year')->inKey(-1),
            [],
        ];
        yield 'first year cello: B flat on the A string' => [
            Passage::of('4/4', 'A3q Bb3q A3h')->by('Cello')->profile('first-year')->inKey(-1),
            ['out-of-range@1'],
        ];
        yield 'a shift in no time' => [
            Passage::of('4/4', 'B4s D6s B4s D6s D6h.')->at(150)->inKey(2)->marked("1.1 I\n1.1.25 III"),
            ['shift-without-time@1'],
        ];
        yield 'a reach too wide for growing hands' => [
            Passage::of('4/4', 'F3q Eb3q F3h')->by('Cello')->profile('second-year')->inKey(-2)->marked('1.2 x1'),
            ['stretch@1'],
        ];
        yield 'a chord no hand takes' => [Passage::of('4/4', 'C4+D4w')->profile('second-year'), []];
        yield 'a chord too low for two strings' => [Passage::of('4/4', 'G3+A3w')->profile('second-year'), ['out-of-range@1']];
        yield 'finger 4 where it cannot be' => [
            Passage::of('4/4', 'D4q E4q F#4h')->marked('1.2 4')->profile('second-year')->inKey(2),
            ['out-of-range@1'],
        ];
        yield 'third position asked of a class in first: the mark wins' => [
            Passage::of('4/4', 'D5q E5q D5h')->marked('1 III')->profile('second-year'),
            ['out-of-range@1'],
        ];
        yield 'a position that does not reach' => [
            Passage::of('4/4', 'G3q A3q B3h')->marked('1.2 VII')->profile('advanced'),
            ['marks-contradict@1'],
        ];
        yield 'two fingers for one note' => [
            Passage::of('4/4', 'D4q E4q F#4h')->marked("1.2 1\n1.2 2")->profile('third-position')->inKey(2),
            ['marks-contradict@1'],
        ];
        foreach (
            [
                'a scale' => 'D4q E4q F#4q G4q | A4q B4q C#5q D5q',
                'a tune' => 'D4q F#4q A4h | B4q A4q G4q E4q | D4w',
                'slow slurs' => '(D4q E4q) (F#4q G4q) | (A4h B4h)',
            ] as $name => $music
        ) {
            yield "clean music raises nothing: {$name}" => [Passage::of('4/4', $music)->inKey(2)->profile('second-year'), []];
        }
    }

    public function testPartnersDivideAChordNoHandTakes(): void
    {
        $passage = Passage::of('4/4', 'G3+A3w')->profile('second-year');
        self::assertSame(['Divide between partners', 'Top note only'], array_column($passage->plan()->flags[0]->ways, 'text'));

        $lines = implode("\n", $passage->plan()->flags[0]->ways[0]->lines);
        $outside = $passage->marked($lines)->plan();
        self::assertSame([], $outside->flags);
        self::assertSame(['P1-m1-n2'], array_keys($outside->fingers->notes));
        self::assertSame(['outside', 'inside'], array_column($outside->book->chairs(), 'value'));
        $inside = $passage->marked($lines)->chair('inside')->plan();
        self::assertSame(['P1-m1-n1'], array_keys($inside->fingers->notes));
    }

    public function testACourtesyAccidentalRemindsAndThePageShowsIt(): void
    {
        $passage = Passage::of('4/4', 'F#4q G4q A4q F#4q | G4w')->profile('second-year');
        $way = $passage->plan()->flags[0]->ways[0];
        self::assertSame([], $passage->marked(implode("\n", $way->lines))->flags());

        $document = Document::open($passage->musicXml());
        $score = (new ScoreReader())->fromDocument($document);
        $marks = (new PencilLinesReader($score, $score->parts))->read($way->lines[0])->marks['P1'];
        $plan = (new Planner())->part($score, $score->parts[0], MarkBook::of($marks, $score->parts[0]));
        self::assertStringContainsString(
            '<accidental parentheses="yes">sharp</accidental>',
            (new ScoreWriter($document))->write([$plan]),
        );
    }

    public function testCrossingsAreCountedInTheirMeasure(): void
    {
        $slur = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e)';
        $flags = Passage::of('4/4', "{$slur} | (D5e F#5e) D5q A4h")->at(126)->profile('second-year')->inKey(2)->plan()->flags;

        self::assertSame([
            'D5–F♯5 crosses from A to E inside the slur, the notes 0.24 s apart; 4 such crossings in this measure. The same once more, at m. 2.',
        ], array_column($flags, 'text'));
    }

    public function testATiedNoteTakesNoFingerOfAFigure(): void
    {
        $passage = Passage::of('4/4', 'D5q E5q~ E5q F5q | G5q F5h.')->profile('third-position')->marked('1.1-2.1 III : 1 2 3 4');

        self::assertStringStartsWith('III A:1 A:high2 A:high2 A:3 | A:4', $passage->fingers());
        self::assertSame([], $passage->flags());
    }

    public function testAClashIsSaidTheWayTheFingerMoves(): void
    {
        $texts = static fn (string $music): array => array_column(Passage::of('4/4', $music)->profile('second-year')->plan()->flags, 'text');

        self::assertSame(
            ['Finger 2 sits low for C5 and higher next door for F♯4: it is easily pulled low too.'],
            $texts('C5q F#4q A4h'),
        );
        self::assertSame(['Finger 2 sits high for F♯4 and lower next door for C5: place it afresh.'], $texts('F#4q C5q A4h'));
    }

    /** @param list<string> $flags */
    #[DataProvider('passages')]
    public function testWhatIsTold(Passage $passage, array $flags): void
    {
        self::assertSame($flags, $passage->flags());
    }

    /** @return array<array-key, array{Passage}> */
    public static function flagged(): array
    {
        $flagged = [];
        foreach (self::passages() as $name => [$passage, $flags]) {
            if ($flags !== []) {
                $flagged[$name] = [$passage];
            }
        }

        return $flagged;
    }

    #[DataProvider('flagged')]
    public function testEveryWayOutOfACrossingClearsIt(Passage $passage): void
    {
        $before = count($passage->plan()->flags);
        $fresh = clone $passage;
        foreach ($passage->plan()->flags as $flag) {
            foreach ($flag->ways as $way) {
                // Told of several places, a way out clears one of them or all.
                $places = static fn (Passage $of): int => array_sum(array_map(
                    static fn (Flag $one): int => max(1, count($one->places)),
                    $of->plan()->flags,
                ));
                $before = $places($fresh);
                self::assertLessThan($before, $places($passage->marked(implode("\n", $way->lines))), $way->text);
            }
        }
        self::assertGreaterThan(0, $before);
    }
}
