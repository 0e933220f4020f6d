<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** Goals that are met, and goals that nothing reaches. */
final class GoalsTest extends TestCase
{
    /** @param list<string> $flags */
    #[DataProvider('missed')]
    public function testAGoalThatNothingReachesIsTold(Passage $passage, array $flags): void
    {
        self::assertSame($flags, array_values(preg_grep('~goal|contradict~', $passage->flags()) ?: []));
    }

    /** @return iterable<string, array{Passage, list<string>}> */
    public static function missed(): iterable
    {
        yield 'both ends are printed' => [Passage::of('4/4', 'D4hd E4hu | F4w')->marked('1.3 goal down'), ['goal-missed@1']];
        yield 'one bow to it' => [Passage::of('4/4', 'D4hd E4h | F4w')->marked('1.3 goal down'), []];
        yield 'it lies inside a slur' => [Passage::of('4/4', '(D4h E4h) | F4w')->marked('1.3 goal up'), ['marks-contradict@1']];
        yield 'it is met' => [Passage::of('4/4', 'D4h E4h | F4w')->marked('2.1 goal down'), []];
    }

    public function testAGoalAndWhatServesItKnowEachOther(): void
    {
        $bows = Passage::of('4/4', 'A4h B4q C5q | D5h. D5q | F5w')->at(96)->marked('3.1 goal down')->plan()->bow;

        self::assertSame(['P1-m3-n1', 'P1-m1-n3'], [$bows->at('P1-m1-n3')?->related, $bows->at('P1-m3-n1')?->related]);
        self::assertNull($bows->at('P1-m2-n1')?->related);
        $own = Passage::of('4/4', 'D5q. E5e F#5q rq | G5q F#5q E5h')->inKey(1)->at(84)->marked('2.1 goal down')->plan()->bow;
        self::assertNull($own->at('P1-m2-n1')?->related, 'retaken where the goal itself is');
    }
}
