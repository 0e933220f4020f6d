<?php

declare(strict_types=1);

namespace Tests\Core\Marks;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Plan\WhatIf;

/** What the class has not decided yet: every possibility is worked out, and the page shows them all. */
final class ChoicesTest extends TestCase
{
    private const TUNE = 'D4q E4q F4q G4q | A4q B4q C5q B4q | A4w';

    public function testBothFuturesAreWorkedOutAndSayWhatTheyDo(): void
    {
        [$slurred, $separate] = $this->futures('1.1 slur 1.2 or no slurs');

        self::assertSame(['slur 1.2', ['1.1 slur 1.2']], [$slurred->text, $slurred->lines]);
        self::assertSame(['no slurs', ['1.1 no slurs']], [$separate->text, $separate->lines]);
        self::assertSame('7 later bows go the other way, up to measure 3', $slurred->does);
    }

    public function testDirectionsTurnWhatFollowsEitherWay(): void
    {
        [$down, $up] = $this->futures('1.3 down or up');

        self::assertSame(['1.3 down'], $down->lines);
        self::assertStringContainsString('up to measure 3', $up->does);
    }

    public function testAChoiceWithoutConsequencesSaysSo(): void
    {
        [$one, $other] = $this->futures('3.1 down or up');

        self::assertSame('nothing after it changes', $one->does);
        self::assertSame('nothing after it changes', $other->does);
    }

    public function testUntilItIsDecidedTheFirstPossibilityLeadsOn(): void
    {
        $open = Passage::of('4/4', self::TUNE)->marked('1.1 slur 1.2 or no slurs')->bows();

        self::assertSame(Passage::of('4/4', self::TUNE)->marked('1.1 slur 1.2')->bows(), $open);
    }

    public function testAProposedChoiceChangesNothing(): void
    {
        self::assertSame(
            Passage::of('4/4', self::TUNE)->bows(),
            Passage::of('4/4', self::TUNE)->marked('1.3 down or up ?')->bows(),
        );
    }

    /** @return list<WhatIf> */
    private function futures(string $marks): array
    {
        $plan = Passage::of('4/4', self::TUNE)->marked($marks)->planWithWhatIfs();

        return array_values($plan->futures)[0] ?? [];
    }
}
