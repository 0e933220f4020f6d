<?php

declare(strict_types=1);

namespace Tests\Core\Sound;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Sound\PlayAlong;
use UprightPencil\Sound\PlayedMeasure;
use UprightPencil\Sound\PlayedStroke;
use UprightPencil\Sound\SoundNote;

/** A part from beginning to end as it is played: where each measure, each beat, each tone and the bow is. */
final class PlayAlongTest extends TestCase
{
    public function testARepeatIsPlayedTwiceThroughItsEndings(): void
    {
        $played = self::of(Passage::of('4/4', '[repeat] D4w | E4w | [1] F#4w [back] | [2] G4w')->inKey(2)->at(60));

        self::assertSame(
            ['1.1', '2.1', '3.1', '1.2', '2.2', '4.1'],
            array_map(static fn (PlayedMeasure $one): string => "{$one->number}.{$one->pass}", $played->measures),
        );
        self::assertSame([0.0, 4.0, 8.0, 12.0, 16.0, 20.0], array_map(static fn (PlayedMeasure $one): float => $one->start, $played->measures));
        self::assertSame(24.0, $played->seconds);
        self::assertSame([62, 64, 66, 62, 64, 67], array_map(static fn (SoundNote $tone): int => $tone->key, $played->tones));
        self::assertSame([0.0, 4.0, 8.0, 12.0, 16.0, 20.0], array_map(static fn (SoundNote $tone): float => round($tone->start, 6), $played->tones));
    }

    public function testTheSecondTimeGoesItsOwnWay(): void
    {
        // Three strokes in the repeat: the second time comes the other way round.
        $played = self::of(Passage::of('3/4', '[repeat] D4q E4q F#4q [back] | G4h.')->inKey(2)->at(60));
        $ways = array_map(static fn (PlayedStroke $one): string => $one->direction->value, $played->strokes);

        self::assertSame(['down', 'up', 'down', 'up', 'down', 'up', 'down'], $ways);
        [$first, $again] = [$played->strokes[0], $played->strokes[3]];
        self::assertSame($first->id, $again->id);
        self::assertSame([$first->from, $first->to], [$again->to, $again->from], 'over the same hair, the other way');
    }

    /** @return iterable<string, array{Passage, list<array{float, int}>}> */
    public static function countIns(): iterable
    {
        yield 'a whole measure' => [Passage::of('4/4', 'D4w')->at(60), [[4.0, 1], [3.0, 2], [2.0, 3], [1.0, 4]]];
        yield 'in three' => [Passage::of('3/4', 'D4h.')->at(120), [[1.5, 1], [1.0, 2], [0.5, 3]]];
        yield 'a pickup of one beat: 1 2 3, and play' => [Passage::of('4/4', 'D4q | G4w | G4h.')->withPickup()->at(60), [[3.0, 1], [2.0, 2], [1.0, 3]]];
        yield 'a pickup of an eighth: 1 2 3 4, and it comes on the and' => [
            Passage::of('4/4', 'D4e | G4w | G4h. G4e')->withPickup()->at(60),
            [[3.5, 1], [2.5, 2], [1.5, 3], [0.5, 4]],
        ];
        yield 'a pickup that leaves one beat: a measure before' => [
            Passage::of('3/4', 'D4q E4q | G4h. | G4q')->withPickup()->at(60),
            [[4.0, 1], [3.0, 2], [2.0, 3], [1.0, 1]],
        ];
        yield 'six eighths are two beats' => [Passage::of('6/8', 'D4h.')->at(90), [[2.0, 1], [1.0, 2]]];
    }

    /** @param list<array{float, int}> $counts */
    #[DataProvider('countIns')]
    public function testItIsCountedInInItsMeter(Passage $passage, array $counts): void
    {
        $told = array_map(static fn (array $one): array => [round($one[0], 6), $one[1]], self::of($passage)->measures[0]->countIn);

        self::assertSame($counts, $told);
    }

    public function testBeatsAreCountedInPickupsAndShortMeasures(): void
    {
        $played = self::of(Passage::of('4/4', 'D4q | G4w | G4h.')->withPickup()->at(60));

        self::assertSame([[[0.0, 4]], [[1.0, 1], [2.0, 2], [3.0, 3], [4.0, 4]], [[5.0, 1], [6.0, 2], [7.0, 3]]], array_map(
            static fn (PlayedMeasure $one): array => array_map(static fn (array $beat): array => [round($beat[0], 6), $beat[1]], $one->beats),
            $played->measures,
        ));
    }

    public function testHooksStopAndSlursGoOn(): void
    {
        $played = self::of(Passage::of('4/4', 'D4q E4q (F#4q G4q) | A4w')->inKey(2)->at(60)->marked('1.2 hook'));
        [$first, $hooked, $slurred, $on] = $played->strokes;

        self::assertLessThan(1.0, $first->sounds, 'the bow stops before the hooked note');
        self::assertSame('hook', $hooked->join->value);
        self::assertSame($first->direction, $hooked->direction);
        self::assertEqualsWithDelta($slurred->end, $slurred->sounds, 1e-9, 'no stop under the slur');
        self::assertEqualsWithDelta($slurred->to, $on->from, 1e-9);
    }

    public function testAChangeInsideALongNoteTurnsTheBow(): void
    {
        $played = self::of(Passage::of('4/4', 'D4w | D4w')->at(60)->marked('1.3 change up'));

        self::assertSame(['down', 'up', 'down'], array_map(static fn (PlayedStroke $one): string => $one->direction->value, $played->strokes));
        self::assertSame([0.0, 2.0, 4.0], array_map(static fn (PlayedStroke $one): float => round($one->start, 6), $played->strokes));
        self::assertEqualsWithDelta($played->strokes[0]->to, $played->strokes[1]->from, 1e-9);
    }

    public function testATieIntoAnEndingThatIsNotPlayedNextIsCutAtTheBarline(): void
    {
        $played = self::of(Passage::of('4/4', '[repeat] D4w | [1] E4w~ [back] | [2] E4w')->at(60));
        foreach ($played->tones as $tone) {
            $measure = array_values(array_filter(
                $played->measures,
                static fn (PlayedMeasure $one): bool => $one->start <= $tone->start + 1e-6 && $tone->start < $one->end - 1e-6,
            ))[0];
            self::assertLessThanOrEqual($measure->end + 1e-6, $tone->end);
        }
    }

    public function testInWholePiecesTheBowIsWhereItWasLeftAndEveryToneHasItsMeasure(): void
    {
        foreach (['iron-footbridge', 'cobblers-holiday', 'paper-boats'] as $piece) {
            $score = (new ScoreReader())->read((string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$piece}.musicxml"));
            foreach ($score->parts as $part) {
                $plan = (new Planner(new PlanOptions(), false))->part($score, $part, MarkBook::empty());
                $played = PlayAlong::of($score, $plan);
                self::assertNotSame([], $played->tones);
                $end = 0.0;
                foreach ($played->measures as $measure) {
                    self::assertEqualsWithDelta($end, $measure->start, 1e-6, "{$piece} {$part->name}");
                    $end = $measure->end;
                }
                $before = 0.0;
                foreach (array_filter($played->strokes, static fn (PlayedStroke $one): bool => $one->line === 0) as $stroke) {
                    self::assertGreaterThanOrEqual($before - 1e-6, $stroke->start);
                    self::assertGreaterThanOrEqual($stroke->start, $stroke->sounds);
                    self::assertThat($stroke->from, self::logicalAnd(self::greaterThanOrEqual(0.0), self::lessThanOrEqual(1.0)));
                    $goesDown = $stroke->direction->value === 'down';
                    self::assertGreaterThanOrEqual(0.0, ($stroke->to - $stroke->from) * ($goesDown ? 1 : -1), "{$piece} {$part->name} {$stroke->id}");
                    $before = $stroke->start;
                }
            }
        }
    }

    private static function of(Passage $passage): PlayAlong
    {
        return PlayAlong::of($passage->score(), $passage->plan());
    }
}
