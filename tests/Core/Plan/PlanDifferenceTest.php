<?php

declare(strict_types=1);

namespace Tests\Core\Plan;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Plan\PlanDifference;

final class PlanDifferenceTest extends TestCase
{
    private const MUSIC = 'D5q E5q F#5q G5q | A5q G5q F#5q E5q | D5h A4h | D5w';

    public function testItTellsWhichBowsTurnAndWhere(): void
    {
        $difference = self::between('', '1.1 up');

        self::assertSame('4 bows turn in m. 1', self::between('', "1.1 up\n2.1 down")->words);
        self::assertGreaterThan(4, count($difference->turned));
        self::assertMatchesRegularExpression('~^\d+ bows turn in m. 1 to \d$~', $difference->words);
        self::assertSame([], $difference->fingered);
    }

    public function testItTellsOtherFingers(): void
    {
        $difference = self::between('', '2.1 4');

        self::assertMatchesRegularExpression('~(another finger|\d+ other fingers) in m. 2~', $difference->words);
        self::assertSame([], $difference->turned);
    }

    public function testItCountsWhatIsSolvedAndWhatIsRaised(): void
    {
        $quarrel = "1.1 down\n2.1 up";
        [$made, $mended] = [self::between('', $quarrel), self::between($quarrel, "{$quarrel}\n1.4 hook")];

        self::assertSame([0, 1], [$made->solved, $made->raised]);
        self::assertSame([1, 0], [$mended->solved, $mended->raised]);
    }

    public function testWhatChangesNothingSaysSo(): void
    {
        self::assertSame('no bow turns and no finger changes', self::between('', '2.1 "sing"')->words);
    }

    private static function between(string $before, string $after): PlanDifference
    {
        $passage = Passage::of('4/4', self::MUSIC);

        return PlanDifference::between($passage->marked($before)->plan(), $passage->marked($after)->plan(), $passage->score());
    }
}
