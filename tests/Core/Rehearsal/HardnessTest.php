<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Hardness\HardKind;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Settings\Profile;

/** What makes a measure hard, and which of two a director would call harder. */
final class HardnessTest extends TestCase
{
    private const EASY = 'D E F G | A2 G2 |';

    public function testOpenFirstPositionQuartersAreNotHard(): void
    {
        $hardness = self::of(['Violin I' => self::EASY, 'Cello' => 'D,4 | D,4 |'], 80);

        self::assertSame(0.0, $hardness->at(0));
        self::assertSame([], $hardness->causesAt(0));
    }

    public function testSixteenthsAreHarderThanEighthsAtOneTempo(): void
    {
        $line = 'D/2E/2F/2G/2 A/2G/2F/2E/2 | D/4E/4F/4G/4 A/4G/4F/4E/4 D/4E/4F/4G/4 A/4G/4F/4E/4 |';
        $hardness = self::of(['Violin I' => $line], 100);

        self::assertGreaterThan($hardness->at(0), $hardness->at(1));
        self::assertSame('6.7 notes a second', self::causes($hardness, 1, HardKind::Speed)[0]->text);
    }

    public function testTheSameNotesAreEasierSlowly(): void
    {
        $line = 'D/4E/4F/4G/4 A/4G/4F/4E/4 D/4E/4F/4G/4 A/4G/4F/4E/4 |';

        self::assertLessThan(self::of(['Violin I' => $line], 120)->at(0), self::of(['Violin I' => $line], 60)->at(0));
        self::assertSame([], self::causes(self::of(['Violin I' => $line], 56), 0, HardKind::Speed));
    }

    public function testAShiftIsToldWithItsPosition(): void
    {
        $ensemble = Ensemble::of('4/4', ['Violin I' => 'f g f g | a c\' a c\' |'], 120)->profile(Profile::ThirdPosition);
        $all = self::causes(Hardness::of($ensemble->marked("part Violin I\n1 I\n2 III")->parts()), 1, HardKind::Shift);

        self::assertNotSame([], $all);
        self::assertSame('shift to III without a rest before it', $all[0]->text);
    }

    public function testAQuarrelIsOneCauseForAllItsSections(): void
    {
        $hardness = self::of(['Violin I' => '(D E F G) | (A G F E) | D4 |', 'Violin II' => 'D E F G | A G F E | D4 |'], 100);
        $quarrels = self::causes($hardness, 0, HardKind::Disagreement);

        self::assertCount(1, $quarrels);
        self::assertSame(['P1', 'P2'], $quarrels[0]->parts);
    }

    public function testWhatWasHeardMakesAMeasureHarderAndMoreTheThirdTime(): void
    {
        $marked = Ensemble::of('4/4', ['Violin I' => self::EASY])->parts();
        $once = Hardness::of($marked, [new HeardNote(HeardKind::Rhythm, 1, '2', ['P1'])]);
        $third = Hardness::of($marked, [new HeardNote(HeardKind::Rhythm, 1, '2', ['P1'], '', null, 3)]);

        self::assertSame(0.0, $once->at(0));
        self::assertGreaterThan(0.3, $once->at(1));
        self::assertGreaterThan($once->at(1), $third->at(1));
        self::assertSame('heard: the rhythm, the third time', $third->causesAt(1)[0]->text);
    }

    public function testWhatWasHeardInAMeasureThatIsNoMoreMakesNothingHarder(): void
    {
        $marked = Ensemble::of('4/4', ['Violin I' => self::EASY])->parts();

        self::assertSame(0.0, Hardness::of($marked, [new HeardNote(HeardKind::Rhythm, null, '99', ['P1'])])->over(0, 1));
    }

    public function testNeverRehearsedCountsOnlyWhereRehearsalsAreKnown(): void
    {
        $marked = Ensemble::of('4/4', ['Violin I' => self::EASY])->parts();

        self::assertSame(0.0, Hardness::of($marked)->at(0));
        self::assertSame([0.0, true], [Hardness::of($marked, [], [0 => true])->at(0), Hardness::of($marked, [], [0 => true])->at(1) > 0.0]);
    }

    public function testAHardMeasureAmongEasyOnesMakesAStretchHard(): void
    {
        $marked = Ensemble::of('4/4', ['Violin I' => 'D4 | D4 | D4 | D4 |'])->parts();
        $heard = Hardness::of($marked, [new HeardNote(HeardKind::NotTogether, 2, '3', [])]);

        self::assertGreaterThan($heard->at(2) / 4, $heard->over(0, 3), 'more than its share');
        self::assertLessThan($heard->at(2), $heard->over(0, 3));
        self::assertSame($heard->at(2), $heard->over(2, 2));
    }

    public function testItNeverLeavesItsScale(): void
    {
        $marked = Ensemble::of('4/4', ['Violin I' => self::EASY])->parts();
        $much = array_map(
            static fn (int $time): HeardNote => new HeardNote(HeardKind::Words, 0, '1', ['P1'], "thing {$time}"),
            range(1, 60),
        );
        $at = Hardness::of($marked, $much)->at(0);

        self::assertGreaterThan(0.99, $at);
        self::assertLessThanOrEqual(1.0, $at);
    }

    /** @param array<string, string> $lines */
    private static function of(array $lines, float $tempo): Hardness
    {
        return Hardness::of(Ensemble::of('4/4', $lines, $tempo)->parts());
    }

    /** @return list<HardCause> */
    private static function causes(Hardness $hardness, int $measure, HardKind $kind): array
    {
        return array_values(array_filter($hardness->causesAt($measure), static fn (HardCause $one): bool => $one->kind === $kind));
    }
}
