<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Rehearsal\Grid\GridMeasure;
use UprightPencil\Rehearsal\Grid\WhoEnters;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\LookOver;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\PlanEntry;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\PlanWishes;
use UprightPencil\Rehearsal\Planning\Played;
use UprightPencil\Rehearsal\Planning\RehearsalPlan;
use UprightPencil\Rehearsal\Planning\RehearsalPlanner;
use UprightPencil\Rehearsal\Planning\Stretch;
use UprightPencil\Rehearsal\Tuning\TunedPart;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;
use UprightPencil\Sections\GlanceItem;
use UprightPencil\Sections\GlanceKind;
use UprightPencil\Sections\Melody;
use UprightPencil\Sections\TunePassage;

/**
 * Whole pieces, and what a director would want of their rehearsals, written down before they were run.
 *
 * The waltz: a tune in the first violins, off-beats above the basses; its middle is soft, over a long A; it ends loud, on D.
 * The night piece: plucked basses, a tune that goes from the violins to the cellos, a viola alone, and everybody on G at the end.
 */
final class WholePiecesTest extends TestCase
{
    private const WALTZ = [
        'Violin I' => '!mf!d2 f | a2 f | e f g | f3 | g2 b | a2 f | e d e | d3 '
            . '| !p!b3/2a/2 g | f3/2g/2 a | g3/2f/2 e | d c B | A B c | d e f | g a b | !f!a3 '
            . '| d2 f | a2 f | e f g | f3 | g2 b | a2 f | e d c | !ff!d3 |]',
        'Violin II' => '!mf!A d d | A d d | A c c | A d d | B d d | A d d | A c c | A d d '
            . '| !p!z d d | z d d | z c c | z A G | A3 | A3 | B3 | !f!c3 '
            . '| A d d | A d d | A c c | A d d | B d d | A d d | A c c | !ff!d3 |]',
        'Cello' => '!mf!D,3 | D,3 | A,,3 | D,3 | G,,3 | D,3 | A,,3 | D,3 '
            . '| !p!G,2 F, | D,2 E, | A,2 G, | F,2 G, | A,3- | A,3 | A,3 | !f!A, G, E, '
            . '| D,3 | D,3 | A,,3 | D,3 | G,,3 | D,3 | A,,3 | !ff!D,3 |]',
        'Bass' => '!mf!D,3 | D,3 | A,,3 | D,3 | G,,3 | D,3 | A,,3 | D,3 '
            . '| z3 | z3 | z3 | z3 | !p!A,,3- | A,,3 | A,,3 | !f!A,, z2 '
            . '| D,3 | D,3 | A,,3 | D,3 | G,,3 | D,3 | A,,3 | !ff!D,3 |]',
    ];

    private const NIGHT = [
        'Violin I' => '!mf!G2 A B | c2 B A | B2 d2 | d4 | z4 | z4 | z4 | z2 d2 '
            . '| g2 f e | d2 c B | A2 B c | d4 | e2 d c | B2 A G | A4 | G4 |]',
        'Violin II' => '!mf!D2 D D | E2 E E | D2 G2 | F4 | B2 B2 | c2 c2 | B2 A2 | z2 A2 '
            . '| B2 A G | F2 G G | F2 G A | B4 | c2 B A | G2 F E | F4 | G4 |]',
        'Viola' => '!mf!B,2 B,2 | C2 C2 | D2 D2 | D3 ^C | D2 D2 | E2 E2 | D2 D2 | D2 C2 '
            . '| D2 D2 | D2 D2 | D2 D2 | G4 | E2 E2 | D2 D2 | D4 | G,4 |]',
        'Cello' => '!mf!G,2 G,2 | A,2 A,2 | G,2 B,2 | A,4 | !f!G,2 A, B, | C2 B, A, | B,2 D2 | D,4 '
            . '| !mf!G,2 G,2 | B,2 G,2 | D,2 D,2 | G,4 | C2 C2 | B,2 B,2 | D,4 | G,,4 |]',
        'Bass' => '"^pizz."!mf!G, z G, z | A, z A, z | G, z B, z | D, z D, z | G, z G, z | A, z A, z | G, z G, z | D, z D, z '
            . '| "^arco"G,2 G,2 | G,2 G,2 | D,2 D,2 | G,4 | C2 C2 | B,2 B,2 | D,4 | G,,4 |]',
    ];

    public function testTheWaltzIsTunedOnItsLastChordAndOverItsLongA(): void
    {
        $places = (new TuningPlaces(self::waltz()))->all();

        self::assertSame([23, 'D'], [$places[0]->measure, $places[0]->pitchClass], 'all four have D, two of them open, and it lasts');
        self::assertSame(
            ['Violin I', 'Violin II', 'Cello', 'Bass'],
            array_map(static fn (TunedPart $one): string => $one->name, $places[0]->parts),
        );
        self::assertSame('Bass begins: the open D string', $places[0]->hear[0], 'the deepest that cannot be wrong');
        $measures = array_slice(array_map(static fn (TuningPlace $one): int => $one->measure, $places), 0, 4);
        self::assertNotSame([], array_intersect([12, 13], $measures), 'the long A has three open strings');
        foreach ($places as $place) {
            self::assertNotContains($place->measure, [8, 9, 10, 11], 'the basses rest, and nobody shares a note for a second');
        }
    }

    public function testTheWaltzIsWorkedInItsThreeEights(): void
    {
        self::assertSame([[0, 7], [8, 15], [16, 23]], array_map(
            static fn (Stretch $one): array => [$one->from, $one->to],
            self::planned('waltz', self::waltz())->stretches,
        ));
    }

    public function testTheEndOfTheWaltzIsBegunWithAndItsLastNoteHeld(): void
    {
        $piece = self::planned('waltz', self::waltz());
        $works = self::works((new RehearsalPlanner([$piece]))->plan(new PlanWishes(25)));

        self::assertSame([16, 23], [$works[0]->from, $works[0]->to]);
        self::assertStringStartsWith('the end', $works[0]->why);
        self::assertTrue($piece->endsLong());
    }

    public function testWhatWasHeardInTheMiddleOfTheWaltzComesNextTimeWithItsWords(): void
    {
        $marked = self::waltz();
        $heard = [new HeardNote(HeardKind::Rhythm, 8, '9', ['P1'], 'the eighth comes late', null, 2)];
        $coverage = Coverage::of(24, 1, [new Played(0, 0, 23, false)]);
        $hardness = Hardness::of($marked, $heard, $coverage->rehearsed());
        $piece = new PlannedPiece('waltz', 'waltz', $marked, $hardness, $coverage, new TuningPlaces($marked));
        $works = self::works((new RehearsalPlanner([$piece]))->plan(new PlanWishes(20)));
        $middle = array_values(array_filter($works, static fn (PlanEntry $one): bool => $one->from <= 8 && $one->to >= 8));

        self::assertCount(1, $middle);
        self::assertStringContainsString('the eighth comes late', $middle[0]->why);
    }

    public function testWhoBreaksThePatternOfTheWaltzIsSaid(): void
    {
        $grid = (new WhoEnters(self::waltz()))->all();

        self::assertStringContainsString('Cello', implode(' ', $grid[15]->told), 'it moves under the chord that all others hold');
        $ordinary = array_filter($grid, static fn (GridMeasure $one): bool => $one->index < 8 && $one->told !== []);
        self::assertLessThan(3, count($ordinary), 'off-beats that go on are no news');
    }

    public function testTheNightPieceIsTunedAtItsEndAndNotWhereTheBassIsPlucked(): void
    {
        $marked = self::night();
        $places = (new TuningPlaces($marked))->all();

        self::assertSame([15, 'G'], [$places[0]->measure, $places[0]->pitchClass], 'everybody is on G');
        self::assertCount(5, $places[0]->parts);
        $open = array_filter($places[0]->parts, static fn (TunedPart $one): bool => $one->isOpen);
        self::assertGreaterThanOrEqual(2, count($open), 'violin and viola have it open in this octave');
        self::assertStringContainsString('open', $places[0]->hear[0], 'one begins with what cannot be wrong');
        foreach ($places as $place) {
            $names = array_map(static fn (TunedPart $one): string => $one->name, $place->parts);
            self::assertFalse($place->measure < 8 && in_array('Bass', $names, true), 'what is plucked is not held');
        }
    }

    public function testTheViolasAloneOnTheFourthBeatAreSaid(): void
    {
        $grid = (new WhoEnters(self::night()))->all();

        self::assertContains('only Viola has beat 4', $grid[3]->told);
    }

    public function testTheTuneIsHandedFromTheFirstViolinsToTheCellosAndBack(): void
    {
        $passages = array_map(
            static fn (TunePassage $one): array => [$one->from, $one->to, $one->parts],
            (new Melody(self::night()->score))->passages(),
        );

        self::assertSame([[0, 3, [0]], [4, 7, [3]], [8, 15, [0]]], $passages);
    }

    public function testTheCellosAreToldToBeHeardAndToBowTheTuneAsTheViolinsDid(): void
    {
        $said = array_filter((new LookOver(self::night()))->all(), static fn (GlanceItem $one): bool => $one->kind === GlanceKind::Balance);
        $text = implode("\n", array_map(static fn (GlanceItem $one): string => $one->text, $said));

        self::assertStringContainsString('Cello plays closer to the bridge', $text);
        self::assertStringContainsString('Violin I’s tune is Cello’s at m. 5: one bow and one style for both', $text);
        self::assertStringNotContainsString('Viola’s tune', $text, 'the violas have long notes');
    }

    public function testThePlansOfTheNightPieceFitWhateverIsGiven(): void
    {
        $piece = self::planned('night', self::night());
        foreach ([1, 4, 9, 12, 20, 45, 90] as $minutes) {
            foreach (BeginWith::cases() as $begin) {
                $plan = (new RehearsalPlanner([$piece]))->plan(new PlanWishes($minutes, $begin));
                $spent = array_sum(array_map(static fn (PlanEntry $one): int => $one->minutes, $plan->entries));
                self::assertLessThanOrEqual($minutes, $spent, "{$minutes} minutes, {$begin->value}");
                self::assertNotSame([], self::works($plan), "{$minutes} minutes, {$begin->value}: something is worked");
            }
        }
    }

    public function testTwoPiecesShareARehearsalAndOneOfThemIsPlayedThrough(): void
    {
        $pieces = [self::planned('waltz', self::waltz()), self::planned('night', self::night())];
        $plan = (new RehearsalPlanner($pieces))->plan(new PlanWishes(45));
        $worked = array_unique(array_map(static fn (PlanEntry $one): string => $one->piece, self::works($plan)));
        $kinds = array_map(static fn (PlanEntry $one): EntryKind => $one->kind, $plan->entries);

        self::assertCount(2, $worked);
        self::assertSame(EntryKind::WarmUp, $kinds[0]);
        self::assertSame(EntryKind::Run, $kinds[count($kinds) - 1]);
    }

    private static function waltz(): MarkedParts
    {
        return Ensemble::of('3/4', self::WALTZ, 104, 'D')->parts();
    }

    private static function night(): MarkedParts
    {
        return Ensemble::of('4/4', self::NIGHT, 84, 'G')->parts();
    }

    private static function planned(string $key, MarkedParts $marked): PlannedPiece
    {
        $coverage = Coverage::none(count($marked->score->measures));

        return new PlannedPiece($key, $key, $marked, Hardness::of($marked), $coverage, new TuningPlaces($marked));
    }

    /** @return list<PlanEntry> */
    private static function works(RehearsalPlan $plan): array
    {
        return array_values(array_filter($plan->entries, static fn (PlanEntry $one): bool => $one->kind === EntryKind::Work));
    }
}
