<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** Marks for one pass and in pickups, goals nothing reaches, tremolo, and what is offered first. */
final class NamedCornersTest extends TestCase
{
    public function testAChangeInAPickupForTheSecondTimeLeavesTheFirstAsItIs(): void
    {
        $plain = Passage::of('4/4', '[repeat] A4h | D5h E5h [back] | F5w')->withPickup();
        $marked = Passage::of('4/4', '[repeat] A4h | D5h E5h [back] | F5w')->withPickup()->marked('0.2 change up 2x');

        self::assertSame('u | d u | u', $plain->bows());
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
            static fn ($direction): string => $direction->value,
            $of->plan()->bow->at('P1-m2-n1')->otherPasses ?? [],
        );

        self::assertSame(['d | u d | d', [2 => 'down']], [$passage->bows(), $second($passage)]);
        $passage->marked('1.3 change up 2x');
        self::assertSame(['d | u d | u', []], [$passage->bows(), $second($passage)]);
    }

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

    public function testTremoloHasNoDirectionAndOneIsRefusedThere(): void
    {
        $passage = Passage::of('4/4', 'D4w! | E4h F4h');
        self::assertSame('- | d u', $passage->bows());
        self::assertSame('- | u d', $passage->marked('2.1 up')->bows());
    }

    public function testWaysOutStandBestFirst(): void
    {
        $flag = Passage::of('4/4', 'A4qd (B4q C5q) D5q | E5wd')->at(80)->plan()->flags[0];

        self::assertSame('marks-contradict', $flag->code->value);
        // The light beat nearest to the trouble first, a downbeat last of the hooks; what changes the printed slurs comes after them.
        self::assertSame(['1.4 hook', '1.2 hook', '2.1 hook', '1.2 no slurs'], array_map(static fn ($way): string => $way->lines[0], $flag->ways));
    }

    public function testATieJoinsOnlyWhatIsOneSound(): void
    {
        self::assertSame('d | u', Passage::of('4/4', 'D4h~ D4h | E4w')->bows());
        self::assertSame('d u | d', Passage::of('4/4', 'D4h~ E4h | F4w')->bows(), 'another pitch');
        self::assertSame('d u | d', Passage::of('4/4', 'D4q~ rq D4h | E4w')->bows(), 'a rest between');
    }

    public function testNotesOfAFifthOfASecondCanJustBeHooked(): void
    {
        $passage = Passage::of('4/4', 'A4e B4e C5e D5e E5h')->marked('1.1+ hook');

        self::assertSame([], $passage->at(150)->flags());
        self::assertSame(['marks-contradict@1'], $passage->at(151)->flags());
    }

    public function testOfSlursTwoAreOfferedTheNearestFirst(): void
    {
        $flag = Passage::of('4/4', '(A4qd B4q) (C5q D5q) | (E5q D5q) (C5q B4q) | (A4q B4q) (C5q D5q) | B4wu')->plan()->flags[0];
        $lines = array_map(static fn ($way): string => $way->lines[0], $flag->ways);

        self::assertSame(['3.3 no slurs', '3.1 no slurs'], array_values(preg_grep('~slurs~', $lines) ?: []));
    }

    public function testAMarkForATimeThatIsNeverPlayedIsTold(): void
    {
        $texts = static fn (Passage $passage): array => array_column($passage->plan()->flags, 'text');

        self::assertSame(
            ['“up” is for time 2 through, but this is played once.', '“up” is for time 3 through, but this is played once.'],
            $texts(Passage::of('4/4', 'D4h E4h | F4w')->marked("1.1 up 2x\n2.1 up 3x")),
        );
        self::assertSame(
            ['“up” is for time 3 through, but this is played 2 times.'],
            $texts(Passage::of('4/4', '[repeat] D4h E4h [back] | F4w')->marked('1.1 up 3x')),
        );
    }
}
