<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Music\Direction;
use UprightPencil\Plan\PartPlan;

/** A whole piece in five parts: a tune that is repeated, a soft middle, the tune again, and a loud end. */
final class QuarryRoadTest extends TestCase
{
    private const PARTS = [
        'Violin I' => '|:!mf!D E F A | (d c) B2 | A F G E | F2 z2 | G A B d | (e d) c2 | d A F E |1 D3 z :|2 D4 || '
            . '!p!(f e) d c | B2 B2 | (e d) c B | A3 z | !f!D E F A | (d c) B2 | A c d e | !ff!d4 |]',
        'Violin II' => '|:!mf!A, C D F | F2 G2 | F D E C | D2 z2 | D F G G | G2 A2 | F F D C |1 D3 z :|2 D4 || '
            . '!p!d2 A2 | G2 G2 | G2 E2 | E3 z | !f!A, C D F | F2 G2 | F E F G | !ff!F4 |]',
        'Viola' => '|:!mf!F,2 A,2 | B,2 D2 | D2 C2 | A,2 z2 | B,2 D2 | E2 E2 | D2 A,2 |1 F,3 z :|2 F,4 || '
            . '!p!A2 F2 | D2 D2 | B,2 E2 | C3 z | !f!F,2 A,2 | B,2 D2 | D2 A,2 | !ff!A,4 |]',
        'Cello' => '|:!mf!D,2 D,2 | G,2 G,2 | A,2 A,2 | D,2 z2 | G,2 G,2 | E,2 A,2 | D,2 A,,2 |1 D,3 z :|2 D,4 || '
            . '!p!D,4 | G,4 | E,4 | A,,3 z | !f!D,2 D,2 | G,2 G,2 | A,2 A,2 | !ff!D,4 |]',
        'Bass' => '|:!mf!D,2 D,2 | G,2 G,2 | A,2 A,2 | D,2 z2 | G,2 G,2 | E,2 A,2 | D,2 A,,2 |1 D,3 z :|2 D,4 || '
            . 'z4 | z4 | z4 | z4 | !f!D,2 D,2 | G,2 G,2 | A,2 A,2 | !ff!D,4 |]',
    ];
    /** Indices of the measures in which the tune comes again, and of the last. */
    private const RETURN = 13;
    private const LAST = 16;

    public function testEverybodyBeginsAndEndsDown(): void
    {
        foreach ($this->plans() as $name => $plan) {
            self::assertSame(Direction::Down, self::first($plan, 0), "{$name} begins");
            self::assertSame(Direction::Down, self::first($plan, self::LAST), "{$name} ends loud");
        }
    }

    public function testTheTuneComesBackAsItWas(): void
    {
        foreach (['Violin I', 'Violin II', 'Bass'] as $name) {
            $plan = $this->plans()[$name];
            self::assertSame(self::first($plan, 0), self::first($plan, self::RETURN), $name);
            self::assertSame(self::first($plan, 1), self::first($plan, self::RETURN + 1), $name);
        }
    }

    /** @return array<string, PartPlan> */
    private function plans(): array
    {
        $plans = [];
        foreach (Ensemble::of('4/4', self::PARTS, 96, 'D')->parts()->parts as $part) {
            $plans[$part->plan->part->name] = $part->plan;
        }

        return $plans;
    }

    private static function first(PartPlan $plan, int $measure): ?Direction
    {
        foreach ($plan->part->notes as $note) {
            if ($note->measure === $measure && $note->pitch !== null) {
                return $plan->bow->at($note->id)?->direction;
            }
        }

        return null;
    }
}
