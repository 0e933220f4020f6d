<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\VisitBow;

/** Changes inside a note for one pass and in a pickup. */
final class InnerChangesTest extends TestCase
{
    public function testAChangeInAPickupForTheSecondTimeLeavesTheFirstAsItIs(): void
    {
        $plain = Passage::of('4/4', '[repeat] A4h | D5h E5h [back] | F5w')->withPickup();
        $marked = Passage::of('4/4', '[repeat] A4h | D5h E5h [back] | F5w')->withPickup()->marked('0.2 change up 2x');

        self::assertSame('u | d u | retake d', $plain->bows());
        self::assertSame('u | d u | d', $marked->bows(), 'the first time nothing changes; the second time all comes out as the first');
    }

    public function testAChangeInAPickupTurnsTheBowBeforeTheDownbeat(): void
    {
        self::assertSame('d | d', Passage::of('4/4', 'A4h | D5w')->withPickup()->marked('0.2 change up')->bows());
        self::assertSame('u | u', Passage::of('4/4', 'A4h | D5wu')->withPickup()->marked('0.2 change down')->bows());
    }

    public function testAChangeForTheSecondTimeTurnsWhatFollowsThen(): void
    {
        $passage = Passage::of('4/4', '[repeat] D4w | E4h F4h [back] | G4w');
        $second = static fn (Passage $of): array => array_map(
            static fn (VisitBow $visit): string => $visit->direction->value,
            $of->plan()->bow->at('P1-m2-n1')->otherPasses ?? [],
        );

        self::assertSame(['d | u d | d', [2 => 'down']], [$passage->bows(), $second($passage)]);
        $passage->marked('1.3 change up 2x');
        self::assertSame(['d | u d | retake d', []], [$passage->bows(), $second($passage)]);
    }
}
