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
}
