<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Notes too long for one bow: together, or partners at different places. */
final class LongNotesTest extends TestCase
{
    private const LONG = 'D4w~ | D4h E4h | F4w';

    public function testTogetherEveryoneChangesAtOnePlace(): void
    {
        $flag = $this->runOut(Passage::of('4/4', self::LONG)->at(72)->loud('ff'));

        self::assertStringStartsWith('Everyone changes to up at', $flag->ways[0]->text);
    }

    public function testStaggeredPartnersChangeApartAndBothAreRid(): void
    {
        foreach (['outside', 'inside'] as $chair) {
            $passage = Passage::of('4/4', self::LONG)->at(72)->loud('ff')->staggered()->chair($chair);
            $changes = $passage->plan()->bow->at('P1-m1-n1')->changes ?? [];

            self::assertEqualsCanonicalizing(['outside', 'inside'], array_column(array_column($changes, 'for'), 'value'), 'the school places them by itself');
            self::assertCount(2, array_unique(array_map(static fn ($change): string => (string) $change->offset, $changes)));
            self::assertSame([], $passage->flags());
        }
    }

    public function testAVeryLongNoteIsStaggeredWithAsManyChangesForBoth(): void
    {
        $passage = Passage::of('4/4', 'E5w~ | E5w~ | E5w~ | E5h rh | A4w')->at(104)->loud('ff')->staggered();
        $plan = $passage->plan();
        $count = ['outside' => 0, 'inside' => 0];
        $places = [];
        foreach ($plan->part->notes as $note) {
            foreach ($plan->bow->at($note->id)->changes ?? [] as $change) {
                $count[$change->for->value]++;
                $places[] = "{$note->id} {$change->offset}";
            }
        }

        self::assertSame($count['outside'], $count['inside']);
        self::assertGreaterThan(1, $count['outside']);
        self::assertSame($places, array_unique($places), 'never two on one beat');
        self::assertSame([], $passage->flags());
    }

    public function testAMarkOfTheDirectorsStandsOverTheSchool(): void
    {
        $passage = Passage::of('4/4', self::LONG)->at(72)->loud('ff')->staggered()->marked('1.4 change up');

        self::assertSame(['all'], array_column(array_column($passage->plan()->bow->at('P1-m1-n1')->changes ?? [], 'for'), 'value'));
    }

    public function testPartnersArriveTogetherAndThePageShowsBothChanges(): void
    {
        $marks = "1.3 change up @outside\n1.4 change up @inside";
        foreach (['outside', 'inside', 'stand 2'] as $chair) {
            $plan = Passage::of('4/4', self::LONG)->at(72)->loud('ff')->staggered()->marked($marks)->chair($chair)->plan();
            $changes = array_column($plan->bow->at($plan->part->notes[0]->id)->changes ?? [], 'for');
            $changes = array_column($changes, 'value');
            self::assertSame(['outside', 'inside'], $changes, "for {$chair}: in the order of the beats");
            $next = $plan->bow->at($plan->part->notes[2]->id)->direction ?? null;
            self::assertSame($chair === 'stand 2' ? 'up' : 'down', $next?->value, $chair);
        }
    }

    public function testPartnersWhoWouldArriveApartAreTold(): void
    {
        $passage = Passage::of('4/4', self::LONG)->at(72)->loud('ff')->staggered();
        $flags = $passage->marked("1.2 change up @outside\n1.4 change up @inside\n2.1 change down @inside")->plan()->flags;
        $texts = array_map(static fn (Flag $flag): string => $flag->text, $flags);

        self::assertContains('Partners part here: the outside players change 1 times in this note and the inside 2, so they'
            . ' arrive at the next one in different directions.', $texts);
    }

    public function testAnInsidePlayersLastSegmentMustFitToo(): void
    {
        $passage = Passage::of('4/4', 'D4w~ | D4w~ | D4h E4h')->at(72)->loud('ff')->staggered();
        $flags = $passage->marked("2.1 change up @outside\n1.2 change up @inside")->plan()->flags;
        $texts = array_map(static fn (Flag $flag): string => $flag->text, $flags);

        self::assertNotSame([], preg_grep('~^Inside players: The bow runs out~', $texts));
    }

    private function runOut(Passage $passage): Flag
    {
        foreach ($passage->plan()->flags as $flag) {
            if ($flag->code === FlagCode::BowRunsOut) {
                return $flag;
            }
        }
        self::fail('Nothing runs out.');
    }
}
