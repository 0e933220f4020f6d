<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use Tests\Support\Passage;
use UprightPencil\Rehearsal\Grid\GridEvent;
use UprightPencil\Rehearsal\Grid\GridMeasure;
use UprightPencil\Rehearsal\Grid\GridRow;
use UprightPencil\Rehearsal\Grid\WhoEnters;
use UprightPencil\Rehearsal\MarkedParts;

/** Who comes in, goes on, stops and holds, and what of it is worth saying. */
final class WhoEntersTest extends TestCase
{
    public function testEnteringChangingAndStoppingAreToldWithTheirBeats(): void
    {
        $grid = self::grid(['Violin I' => 'd e z2 |', 'Cello' => 'z3/2 D,/2 D,2 |']);

        self::assertSame([
            '1 P1 enters', '2 P1 changes', '2.5 P2 enters', '3 P1 stops', '3 P2 changes',
        ], self::events($grid[0]));
    }

    public function testATiedNoteIsHeldNotPlayedAgain(): void
    {
        $grid = self::grid(['Violin I' => 'd4- | d2 e2 |', 'Cello' => 'D,4 | D,4 |']);

        self::assertSame(['1 P2 changes', '3 P1 changes'], self::events($grid[1]));
        self::assertSame('----c---', self::row($grid[1], 'P1'));
    }

    public function testTheRowsCountEighthsAndTripletsWhereThereAreSome(): void
    {
        $grid = self::grid(['Violin I' => 'd2 z2 |', 'Cello' => 'D, D,2 D, |']);
        self::assertSame(['e---....', 'e-c---c-'], [self::row($grid[0], 'P1'), self::row($grid[0], 'P2')]);

        $grid = self::grid(['Violin I' => '(3d/2e/2f/2 g3 |', 'Cello' => 'D,4 |']);
        self::assertSame('1/6', (string) $grid[0]->slot, 'eighths and triplets meet in sixths of a quarter');
        self::assertStringStartsWith('e-c-c-c-----', self::row($grid[0], 'P1'));
    }

    public function testANoteThatEndsAtTheBarlineStopsInTheNextMeasure(): void
    {
        $grid = self::grid(['Violin I' => 'd4 | z4 |', 'Cello' => 'D,4 | D,4 |']);

        self::assertSame(['1 P1 enters', '1 P2 enters'], self::events($grid[0]));
        self::assertSame(['1 P1 stops', '1 P2 changes'], self::events($grid[1]));
    }

    public function testTheLinesOfADivisiAreToldApart(): void
    {
        $passage = Passage::of('4/4', 'D5w // B4h A4h | D5w');
        $plan = $passage->plan();
        $grid = (new WhoEnters(MarkedParts::of($passage->score(), [[$plan, $passage->options()]])))->all();

        self::assertSame(['1 P1 outside enters', '1 P1 inside enters', '3 P1 inside changes'], self::events($grid[0]));
        self::assertSame(['1 P1 changes'], self::events($grid[1]), 'all go on from what both lines had');
    }

    public function testASectionAloneOnABeatIsTold(): void
    {
        $grid = self::grid(['Violin I' => 'd2 d2 |', 'Violin II' => 'B2 B2 |', 'Viola' => 'G2 G F |', 'Cello' => 'G,2 G,2 |']);

        self::assertSame(['Viola breaks the pattern: it has beat 4 besides'], $grid[0]->told);

        $grid = self::grid(['Violin I' => 'd4 |', 'Violin II' => 'B2 B2 |', 'Viola' => 'G2 G F |', 'Cello' => 'G,4 |']);
        self::assertSame(['only Viola has beat 4'], $grid[0]->told);
    }

    public function testWhoBeginsWhileAllOthersRestBreaksTheirPattern(): void
    {
        $grid = self::grid(['Violin I' => 'z2 d2 |', 'Violin II' => 'z2 B2 |', 'Viola' => 'G2 G2 |', 'Cello' => 'z2 G,2 |']);

        self::assertSame(['Viola breaks the pattern: it has beat 1 besides'], $grid[0]->told);
    }

    public function testWhoRestsWhereAnotherEntersMustNotHoldThrough(): void
    {
        $grid = self::grid(['Violin I' => 'd3/2 z5/2 |', 'Violin II' => 'B4 |', 'Cello' => 'z3/2 G,5/2 |']);

        self::assertContains('Violin I rests on the and of 2: Cello enters there, do not hold through', $grid[0]->told);
    }

    public function testTwoThatAnswerOneAnotherAreToldOnce(): void
    {
        $grid = self::grid(['Violin I' => 'd z d z | d z d z |', 'Viola' => 'z G z G | z G z G |']);

        self::assertSame(['Viola in answer to Violin I: nobody holds through'], $grid[0]->told);
        self::assertSame([], $grid[1]->told, 'what goes on as it was is not said again');
    }

    public function testWhoHoldsWhereAllOthersMoveIsTold(): void
    {
        $grid = self::grid(['Violin I' => 'd d d d |', 'Violin II' => 'B B B B |', 'Viola' => 'G G G G |', 'Cello' => 'G, G,2 G, |']);

        self::assertSame(['Cello holds over beat 3, where all others move'], $grid[0]->told);
    }

    public function testWhoRestsWhereAllOthersMoveIsNotSaidToHold(): void
    {
        $grid = self::grid(['Violin I' => 'd d d d |', 'Violin II' => 'B B B B |', 'Viola' => 'G G G G |', 'Cello' => 'G, G, z2 |']);

        self::assertSame(['Cello rests on beat 3 and beat 4, where all others move'], $grid[0]->told);
    }

    public function testTwoSectionsMakeNoPattern(): void
    {
        self::assertSame([], self::grid(['Violin I' => 'd d d d |', 'Cello' => 'D,4 |'])[0]->told);
    }

    public function testAMeasureInWhichNobodyPlaysIsNotThere(): void
    {
        $grid = self::grid(['Violin I' => 'd4 | z4 | z4 | d4 |', 'Cello' => 'D,4 | z4 | z4 | D,4 |']);

        self::assertSame([0, 1, 3], array_map(static fn (GridMeasure $one): int => $one->index, $grid), 'in the second they stop');
    }

    public function testAPickupCountsItsOwnBeats(): void
    {
        self::assertSame(['1 P1 enters'], self::events(self::grid(['Violin I' => 'd | d4 |', 'Cello' => 'z | D,4 |'])[0]));
    }

    /**
     * @param array<string, string> $lines
     * @return list<GridMeasure>
     */
    private static function grid(array $lines): array
    {
        return (new WhoEnters(Ensemble::of('4/4', $lines)->parts()))->all();
    }

    /** @return list<string> */
    private static function events(GridMeasure $measure): array
    {
        return array_map(static fn (GridEvent $one): string => "{$one->beat->toDecimal()} {$one->partId} "
            . ($one->line === 'all' ? '' : "{$one->line} ") . $one->does->value, $measure->events);
    }

    private static function row(GridMeasure $measure, string $part): string
    {
        return implode(' ', array_map(
            static fn (GridRow $row): string => $row->slots,
            array_values(array_filter($measure->rows, static fn (GridRow $row): bool => $row->partId === $part)),
        ));
    }
}
