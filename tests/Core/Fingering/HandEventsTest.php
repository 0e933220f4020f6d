<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandEvents;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;

/** What the left hand does, one thing after the other, with the seconds between. */
final class HandEventsTest extends TestCase
{
    public function testNotesWithTheSecondsBetweenThem(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4q E4e F4e G4h')->at(60));

        self::assertSame([9.0, 1.0, 0.5, 0.5], array_map(static fn (HandEvent $moment): float => round($moment->since, 6), $moments));
        self::assertSame([1.0, 0.5, 0.5, 2.0], array_map(static fn (HandEvent $moment): float => round($moment->lasts, 6), $moments));
    }

    public function testARestIsTimeToMove(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4q rq E4h')->at(120));

        self::assertSame([0.0, 0.5], array_map(static fn (HandEvent $moment): float => round($moment->rest, 6), $moments));
        self::assertEqualsWithDelta(1.0, $moments[1]->since, 1e-6);
    }

    public function testTiesAreOneMoment(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4q E4h.~ | E4h F4h')->at(60));

        self::assertCount(3, $moments);
        self::assertEqualsWithDelta(5.0, $moments[1]->lasts, 1e-6);
        self::assertSame([2], $moments[1]->held);
    }

    public function testAChordOfWhichOneNoteIsTiedIsTakenAnew(): void
    {
        self::assertCount(2, $this->moments(Passage::of('4/4', 'D4+A4h~ D4+B4h')->at(60)));
    }

    public function testGraceNotesComeQuicklyBefore(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4h g:F4e E4h')->at(60));

        self::assertCount(3, $moments);
        self::assertTrue($moments[1]->isGrace);
        self::assertLessThan(0.2, $moments[2]->since);
        self::assertTrue($moments[2]->isSlurred, 'a grace note and its note are one movement');
    }

    public function testSlursAreTheBowsNotThePhrases(): void
    {
        $moments = $this->moments(Passage::of('4/4', '((D4q E4q) F4q G4q)'));

        self::assertSame([false, true, false, false], array_map(static fn (HandEvent $moment): bool => $moment->isSlurred, $moments));
    }

    public function testAChordIsOneMomentAndLosesItsLowestNote(): void
    {
        $moment = $this->moments(Passage::of('4/4', 'G3+D4+B4w'))[0];

        self::assertTrue($moment->isChord());
        $names = static fn (HandEvent $of): array => array_map(strval(...), $of->pitches);
        self::assertSame(['D4', 'B4'], $names($moment->withoutLowest()));
        self::assertSame(['B4'], $names($moment->withoutLowest()->withoutLowest()));
        self::assertFalse($moment->withoutLowest()->withoutLowest()->isChord());
    }

    public function testARehearsalMarkIsAFreshPlace(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4w | [mark B] E4w | F4w'));

        self::assertSame([false, true, false], array_map(static fn (HandEvent $moment): bool => $moment->isFresh, $moments));
    }

    public function testSoftIsOnlySaidOfLongNotes(): void
    {
        $moments = $this->moments(Passage::of('4/4', 'D4h E4q F4q')->at(60)->loud('p'));

        self::assertSame([true, false, false], array_map(static fn (HandEvent $moment): bool => $moment->isSoft, $moments));
    }

    public function testNotesLeftOutAreNoMoments(): void
    {
        $passage = Passage::of('4/4', 'D4h E4h');
        $plan = $passage->plan();

        self::assertCount(1, $this->of($passage, $plan, [1 => true]));
    }

    /** @return list<HandEvent> */
    private function moments(Passage $passage): array
    {
        return $this->of($passage, $passage->plan(), []);
    }

    /**
     * @param array<int, true> $leftOut
     * @return list<HandEvent>
     */
    private function of(Passage $passage, PartPlan $plan, array $leftOut): array
    {
        $score = $passage->score();
        $part = $score->parts[0];
        $moments = new HandEvents($score, $part, SlurredNotes::of($plan->bow), TempoMap::of($score), Dynamics::of($score, $part), $leftOut);

        return $moments->of(Line::allOf($score, $part)[0]);
    }
}
