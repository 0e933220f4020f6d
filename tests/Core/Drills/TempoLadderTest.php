<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Drills\TempoLadder;

/** From where a part is safe to where it is meant to go. */
final class TempoLadderTest extends TestCase
{
    public function testItBeginsAtThreeFifthsWhereNothingIsFast(): void
    {
        $ladder = TempoLadder::of(100, 0.6);

        self::assertSame(60, $ladder->from);
        self::assertSame([60, 63, 66, 69, 73, 77, 80, 84, 89, 93, 98, 100], $ladder->steps);
        self::assertStringContainsString('60 % of ♩ = 100', $ladder->why);
    }

    /** @return iterable<string, array{float, float, bool, int}> */
    public static function fast(): iterable
    {
        yield 'sixteenths at 120 come 8 a second: half of it gives 4' => [120.0, 0.125, false, 60];
        yield 'the same where it is hard: 3 a second' => [120.0, 0.125, true, 45];
        yield 'eighths at 120 come 4 a second: three fifths are slower still' => [120.0, 0.25, false, 72];
        yield 'thirty-seconds at 60' => [60.0, 0.125, false, 30];
        yield 'no slower than one can count' => [60.0, 0.02, true, 20];
    }

    #[DataProvider('fast')]
    public function testFastNotesDecideWhereToBegin(float $tempo, float $shortest, bool $isHard, int $from): void
    {
        self::assertSame($from, TempoLadder::of($tempo, $shortest, $isHard)->from);
    }

    public function testEveryRungIsHigherAndTheLastIsTheGoal(): void
    {
        foreach ([21, 40, 66, 92, 126, 208, 400] as $full) {
            foreach ([null, 0.05, 0.1, 0.3, 1.0] as $shortest) {
                foreach ([null, 30.0, 80.0, 240.0] as $goal) {
                    $steps = TempoLadder::of((float) $full, $shortest, false, $goal)->steps;
                    self::assertSame(max(20, (int) ($goal ?? $full)), $steps[count($steps) - 1]);
                    for ($at = 1; $at < count($steps); $at++) {
                        self::assertGreaterThan($steps[$at - 1], $steps[$at]);
                        self::assertLessThanOrEqual($steps[$at - 1] * 1.05 + 1.1, $steps[$at]);
                    }
                }
            }
        }
    }

    public function testTheDirectorsGoalIsTheLastRung(): void
    {
        self::assertSame(88, TempoLadder::of(120, 0.25, false, 88)->to);
        self::assertSame([40], TempoLadder::of(120, 0.25, false, 40)->steps, 'a goal below the safe tempo is the only rung');
    }

    public function testEvenLinesHaveAStepThatDoubles(): void
    {
        self::assertSame([60, 120], TempoLadder::of(120, 0.125, false, null, true)->doubling);
        self::assertSame([], TempoLadder::of(120, 0.125)->doubling);
    }
}
