<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Rehearsal\Tuning\TunedPart;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;

/** Where a class can tune, as a director would choose. */
final class TuningPlacesTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, string>, list<string>, 2?: float}> lines, the places in the order of the score, tempo
     */
    public static function passages(): iterable
    {
        yield 'three sections hold D in octaves for four seconds: a place' => [
            ['Violin I' => 'd4 |', 'Viola' => 'D4 |', 'Cello' => 'D,4 |'],
            ['1.1 D: Violin I, Viola, Cello'],
        ];
        yield 'half a second is too short to listen' => [
            ['Violin I' => 'd e f g |', 'Viola' => 'D E F G |'], [], 120.0,
        ];
        yield 'a half note at 100 is long enough' => [
            ['Violin I' => 'd2 z2 |', 'Cello' => 'D,2 z2 |'], ['1.1 D: Violin I, Cello'], 100.0,
        ];
        yield 'the same half note at 160 is not' => [
            ['Violin I' => 'd2 z2 |', 'Cello' => 'D,2 z2 |'], [], 160.0,
        ];
        yield 'a C sharp beside D: a second is no anchor' => [
            ['Violin I' => 'd4 |', 'Violin II' => '^c4 |', 'Cello' => 'D,4 |'], [],
        ];
        yield 'nor is it with the C sharp two octaves higher' => [
            ['Violin I' => '^c\'4 |', 'Violin II' => 'D4 |', 'Cello' => 'D,4 |'], [],
        ];
        yield 'a whole step rubs too: F against G' => [
            ['Violin I' => 'f4 |', 'Violin II' => 'G4 |', 'Cello' => 'G,4 |'], [],
        ];
        yield 'a tritone is no anchor: C sharp over G' => [
            ['Violin I' => '^c4 |', 'Violin II' => 'G4 |', 'Cello' => 'G,4 |'], [],
        ];
        yield 'a third or a fifth beside it does no harm' => [
            ['Violin I' => '^f4 |', 'Violin II' => 'A4 |', 'Viola' => 'D4 |', 'Cello' => 'D,4 |'], ['1.1 D: Viola, Cello'],
        ];
        yield 'plucked notes are not held' => [
            ['Violin I' => 'd4 |', 'Cello' => '"^pizz."D,4 |'], [],
        ];
        yield 'one section in two voices is no two sections' => [
            ['Violin I' => '[Dd]4 |', 'Violin II' => 'a4 |'], [],
        ];
        yield 'over a barline by a tie: one place, where it begins' => [
            ['Violin I' => 'z2 d2- | d4 |', 'Cello' => 'z2 D,2- | D,4 |'], ['1.3 D: Violin I, Cello'],
        ];
        yield 'an appoggiatura is waited for: clear from beat 2' => [
            ['Violin I' => 'e d3 |', 'Violin II' => 'D4 |', 'Cello' => 'D,4 |'], ['1.2 D: Violin I, Violin II, Cello'],
        ];
        yield 'who comes in last decides when all can be heard' => [
            ['Violin I' => 'z2 d2 |', 'Viola' => 'D4 |', 'Cello' => 'D,4 |'], ['1.3 D: Violin I, Viola, Cello'],
        ];
        yield 'B flat and A sharp are one pitch' => [
            ['Violin I' => '_b4 |', 'Cello' => '^A,4 |'], ['1.1 Bb: Violin I, Cello'],
        ];
        yield 'two places in two measures, each for itself' => [
            ['Violin I' => 'd4 | a4 |', 'Cello' => 'D,4 | A,4 |'], ['1.1 D: Violin I, Cello', '2.1 A: Violin I, Cello'],
        ];
        yield 'nobody shares a pitch: none' => [
            ['Violin I' => 'e4 |', 'Viola' => 'G4 |', 'Cello' => 'C,4 |'], [],
        ];
        yield 'one plays alone: none' => [['Violin I' => 'd4 |', 'Cello' => 'z4 |'], []];
    }

    /**
     * @param array<string, string> $lines
     * @param list<string> $expected
     */
    #[DataProvider('passages')]
    public function testADirectorTunesThere(array $lines, array $expected, float $tempo = 60.0): void
    {
        $marked = Ensemble::of('4/4', $lines, $tempo)->parts();
        $places = (new TuningPlaces($marked))->all();
        usort($places, static fn (TuningPlace $a, TuningPlace $b): int => $a->onset->compare($b->onset));
        self::assertSame($expected, array_map(static fn (TuningPlace $place): string => sprintf(
            '%s.%s %s: %s',
            $marked->score->measures[$place->measure]->number,
            $place->beat,
            $place->pitchClass,
            implode(', ', array_map(static fn (TunedPart $part): string => $part->name, $place->parts)),
        ), $places));
    }

    public function testAnOpenStringIsABetterAnchorThanStoppedNotes(): void
    {
        $places = self::places(['Violin I' => 'b4 | d4 |', 'Viola' => 'B4 | D4 |', 'Cello' => 'B,4 | D,4 |']);

        self::assertSame(['D', 'B'], array_map(static fn (TuningPlace $place): string => $place->pitchClass, $places));
    }

    public function testMoreSectionsAreBetterThanFewer(): void
    {
        $places = self::places(['Violin I' => 'd4 | d4 |', 'Viola' => 'F4 | D4 |', 'Cello' => 'D,4 | D,4 |']);

        self::assertSame([1, 0], array_map(static fn (TuningPlace $place): int => $place->measure, $places));
    }

    public function testSeveralOpenStringsAreBetterThanARiskyNote(): void
    {
        // G: open in cello and viola. B: the seconds' first finger, and a risky one in the firsts.
        $places = self::places(['Violin I' => '_b4 | g4 |', 'Viola' => '_B4 | G,4 |', 'Cello' => '_B,4 | G,,4 |']);

        self::assertSame(['G', 'Bb'], array_map(static fn (TuningPlace $place): string => $place->pitchClass, $places));
    }

    public function testOneBeginsAMeasureEarlierAndInTheFirstMeasureAtOnce(): void
    {
        $lines = ['Violin I' => 'd4 | e4 | a4 |', 'Cello' => 'D,4 | F,4 | A,4 |'];
        $from = [];
        foreach (self::places($lines) as $place) {
            $from[$place->measure] = $place->from;
        }

        self::assertSame([0 => 0, 2 => 1], $from);
    }

    public function testASectionWithoutTheNoteIsSentToTheNearestMeasureWhereItHasIt(): void
    {
        $lines = [
            'Violin I' => 'd4 | e4 | d4 | e4 |',
            'Viola' => 'A4 | G4 | F4 | D4 |',
            'Cello' => 'F,4 | C,4 | D,4 | C,4 |',
            'Bass' => 'F,4 | C,4 | A,4 | E,4 |',
        ];
        [$place] = array_values(array_filter(self::places($lines), static fn (TuningPlace $one): bool => $one->pitchClass === 'D'));

        self::assertSame(2, $place->measure);
        self::assertSame(['P2' => 3, 'P4' => null], $place->without, 'the violas have it in measure 4, the basses never');
    }

    public function testALongNoteElsewhereIsBetterThanAShortOneNextDoor(): void
    {
        $lines = [
            'Violin I' => 'd4 | e4 | e4 |', 'Cello' => 'D,4 | C,4 | C,4 |', 'Viola' => 'F4 | D/2 E/2 F G2 | D4 |',
        ];

        self::assertSame(['P3' => 2], self::places($lines)[0]->without);
    }

    public function testAStoppedNoteAnOctaveFromItsOwnOpenStringCanBeCheckedAlone(): void
    {
        // Violin: G4 is 3 on D, an octave above the open G. Cello: its G is open.
        $parts = self::byName(self::places(['Violin I' => 'G4 |', 'Cello' => 'G,,4 |'])[0]);

        self::assertTrue($parts['Violin I']->isOctaveOfOpen());
        self::assertFalse($parts['Violin I']->isOpen);
        self::assertTrue($parts['Cello']->isOpen);
        self::assertFalse($parts['Cello']->isOctaveOfOpen(), 'an open string is nothing to be checked');
    }

    public function testTheSamePitchAsAnOpenStringIsNoOctaveButCanBeChecked(): void
    {
        $ensemble = Ensemble::of('4/4', ['Violin I' => 'D4 |', 'Cello' => 'D,4 |'])->marked("part Violin I\n1 4, on G");
        $place = (new TuningPlaces($ensemble->parts()))->all()[0];
        $violin = self::byName($place)['Violin I'];

        self::assertFalse($violin->isOpen);
        self::assertFalse($violin->isOctaveOfOpen());
        self::assertSame('D4', (string) $violin->against);
        self::assertStringContainsString('it is the open D string’s own pitch', implode('. ', $place->hear));
    }

    public function testTheOctavesAreHeardFirstAndTheRiskyNoteLast(): void
    {
        // B flat in the first violins is a low first finger.
        $hear = self::places(['Violin I' => '_B4 |', 'Viola' => '_B,4 |', 'Cello' => '_B,,4 |', 'Bass' => '_B,,4 |'])[0]->hear;

        self::assertStringStartsWith('Bass begins', $hear[0]);
        self::assertStringContainsString('Cello: an octave above', $hear[1]);
        self::assertStringContainsString('Violin I', $hear[count($hear) - 1]);
        self::assertStringContainsString('low 1', $hear[count($hear) - 1]);
    }

    public function testWhatRubsMayBeHeardSecondWhenItEntersLater(): void
    {
        $place = self::places(['Violin I' => 'z3 ^c |', 'Viola' => 'D4 |', 'Cello' => 'D,4 |'])[0];

        self::assertSame('1', (string) $place->beat);
        self::assertSame('last let Violin I’s C♯ at m. 1 beat 4 rub against it', $place->hear[count($place->hear) - 1]);
    }

    public function testBassesSoundAnOctaveLower(): void
    {
        $hear = self::places(['Cello' => 'A,,4 |', 'Bass' => 'A,,4 |'])[0]->hear;

        self::assertSame(['Bass begins: the open A string', 'then Cello: an octave above; alone against its open A string'], $hear);
    }

    public function testItCountsTheSecondsAtTheTempo(): void
    {
        self::assertSame(4.0, self::places(['Violin I' => 'd4 |', 'Cello' => 'D,4 |'])[0]->seconds);
        self::assertSame(2.0, self::places(['Violin I' => 'd4 |', 'Cello' => 'D,4 |'], 120)[0]->seconds);
        self::assertSame(3.0, self::places(['Violin I' => 'd4 |', 'Cello' => 'z D,3 |'])[0]->seconds, 'from when both sound');
    }

    /**
     * @param array<string, string> $lines
     * @return list<TuningPlace>
     */
    private static function places(array $lines, float $tempo = 60): array
    {
        return (new TuningPlaces(Ensemble::of('4/4', $lines, $tempo)->parts()))->all();
    }

    /** @return array<string, TunedPart> */
    private static function byName(TuningPlace $place): array
    {
        return array_combine(array_map(static fn (TunedPart $part): string => $part->name, $place->parts), $place->parts);
    }
}
