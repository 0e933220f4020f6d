<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\TestCase;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Drills\WarmUp;
use UprightPencil\Drills\WarmUpLine;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;

/** A warm-up for all: in time, together, and nobody waits. */
final class WarmUpTest extends TestCase
{
    public function testItBeginsWithTheScaleOfThePiece(): void
    {
        $steps = WarmUp::of(self::parts('cobblers-holiday'), 8);

        self::assertSame(LineKind::Scale, $steps[0]->kind);
        self::assertSame('the piece is in G major', $steps[0]->why);
        $first = array_map(static fn (WarmUpLine $line): string => $line->sketch->notes()[0]->pitch->letter ?? '', $steps[0]->lines);
        self::assertSame(['G', 'G', 'G', 'G', 'G'], $first, 'all from one tonic');
    }

    public function testEverySectionHasALineOfOneShape(): void
    {
        foreach (['iron-footbridge', 'cobblers-holiday', 'paper-boats'] as $piece) {
            foreach (WarmUp::of(self::parts($piece), 20) as $step) {
                self::assertSame([0, 1, 2, 3, 4], array_map(static fn (WarmUpLine $line): int => $line->section, $step->lines));
                $lengths = array_map(static fn (WarmUpLine $line): string => self::rhythm($line), $step->lines);
                self::assertCount(1, array_unique($lengths), "{$piece} {$step->kind->value}");
                self::assertContains(true, array_map(static fn (WarmUpLine $line): bool => $line->isOwn, $step->lines));
            }
        }
    }

    public function testItNeverTakesLongerThanItMayAndStepsFollowOneAnother(): void
    {
        $parts = self::parts('iron-footbridge');
        $counts = [];
        foreach ([0.5, 1.0, 2.5, 4.0, 8.0, 45.0] as $minutes) {
            $now = 0.0;
            $steps = WarmUp::of($parts, $minutes);
            foreach ($steps as $step) {
                self::assertSame($now, $step->at);
                $now += $step->minutes;
            }
            self::assertLessThanOrEqual($minutes, $now);
            $counts[] = count($steps);
        }
        self::assertSame(0, $counts[0]);
        self::assertSame($counts, array_values(array_intersect_key($counts, $counts)));
        self::assertLessThanOrEqual(6, max($counts));
    }

    public function testWithoutMusicThereIsNothingToWarmUp(): void
    {
        self::assertSame([], WarmUp::of([], 8));
    }

    private static function rhythm(WarmUpLine $line): string
    {
        return implode(' ', array_map(
            static fn ($note): string => ($note->pitch === null ? 'z' : '') . $note->length,
            $line->sketch->notes(),
        ));
    }

    /** @return array<int, PracticePart> */
    private static function parts(string $piece): array
    {
        $score = (new ScoreReader())->read((string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$piece}.musicxml"));
        $options = new PlanOptions();

        return array_map(static fn ($part): PracticePart => PracticePart::of(
            $score,
            (new Planner($options, false))->part($score, $part, MarkBook::empty()),
            $options,
        ), $score->parts);
    }
}
