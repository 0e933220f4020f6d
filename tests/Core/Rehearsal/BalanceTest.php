<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Rehearsal\Balance\Balance;
use UprightPencil\Rehearsal\Balance\BalanceAdvice;

/** Whether the tune is heard, and what one would say. */
final class BalanceTest extends TestCase
{
    private const TUNE = 'd e/2f/2 g a | b/2a/2 g f e | d f/2e/2 d c | d4 |';
    private const HELD = 'D4 | E4 | D4 | D4 |';

    public function testWhoIsAsLoudAsTheTuneStepsBack(): void
    {
        self::assertSame(
            ['Violin II could step back: the tune is Violin I’s'],
            self::told(['Violin I' => '!p!' . self::TUNE, 'Violin II' => '!mf!' . self::HELD, 'Cello' => '!pp!' . self::HELD]),
        );
    }

    public function testASofterAccompanimentIsLeftAlone(): void
    {
        self::assertSame([], self::told(['Violin I' => '!f!' . self::TUNE, 'Violin II' => '!mp!' . self::HELD, 'Cello' => '!p!' . self::HELD]));
    }

    public function testWhereAllPlayForteNobodyIsToldToBeSoft(): void
    {
        self::assertSame([], self::told(['Violin I' => '!f!' . self::TUNE, 'Violin II' => '!f!' . self::HELD, 'Cello' => '!f!' . self::HELD]));
    }

    public function testATuneBelowThreeSectionsPlaysCloserToTheBridge(): void
    {
        $low = strtr(self::TUNE, ['d' => 'D,', 'e' => 'E,', 'f' => 'F,', 'g' => 'G,', 'a' => 'A,', 'b' => 'B,', 'c' => 'C,']);

        self::assertContains(
            'Cello plays closer to the bridge, more bow: the tune lies below the others',
            self::told(['Violin I' => '!p!' . self::HELD, 'Violin II' => '!p!' . self::HELD, 'Viola' => '!p!' . self::HELD, 'Cello' => "!f!{$low}"]),
        );
    }

    public function testDoubleStopsUnderATuneAreBetterDividedUnlessTheyAre(): void
    {
        $lines = ['Violin I' => '!f!' . self::TUNE, 'Viola' => '!p![DA]4 | [DA]4 | [DA]4 | [DA]4 |'];
        self::assertSame(['Viola had better divide the double stops: one note a player sounds clearer under the tune'], self::told($lines));

        $marked = Ensemble::of('4/4', $lines)->marked("part Viola\n1 divide\n2 divide\n3 divide\n4 divide")->parts();
        self::assertSame([], (new Balance($marked))->all());
    }

    public function testATuneThatAnotherSectionHasLaterIsTold(): void
    {
        $lines = [
            'Violin I' => '!f!' . self::TUNE . self::TUNE . ' !p!' . self::HELD . self::HELD,
            'Viola' => '!p!' . self::HELD . self::HELD . ' !f!' . strtr(self::TUNE, ['d' => 'D', 'e' => 'E', 'f' => 'F', 'g' => 'G', 'a' => 'A', 'b' => 'B', 'c' => 'C']) . self::HELD,
        ];

        self::assertContains('Violin I’s tune is Viola’s at m. 9: one bow and one style for both', self::told($lines));
    }

    /**
     * @param array<string, string> $lines
     * @return list<string>
     */
    private static function told(array $lines): array
    {
        $advice = (new Balance(Ensemble::of('4/4', $lines)->parts()))->all();

        return array_map(static fn (BalanceAdvice $one): string => $one->text, $advice);
    }
}
