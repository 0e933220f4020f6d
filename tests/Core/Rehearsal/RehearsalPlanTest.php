<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\EntryKind;
use UprightPencil\Rehearsal\Planning\FixedEntry;
use UprightPencil\Rehearsal\Planning\PlanEntry;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\PlanWishes;
use UprightPencil\Rehearsal\Planning\Played;
use UprightPencil\Rehearsal\Planning\RehearsalPlan;
use UprightPencil\Rehearsal\Planning\RehearsalPlanner;
use UprightPencil\Rehearsal\Planning\Stretch;
use UprightPencil\Rehearsal\Planning\Stretches;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;

/** A plan that fits, begins where the director's school begins, and lets every measure come around. */
final class RehearsalPlanTest extends TestCase
{
    private const PIECES = ['paper-boats', 'cobblers-holiday', 'iron-footbridge'];

    /** @var array<string, MarkedParts> */
    private static array $marked = [];

    public function testItNeverTakesLongerThanTheRehearsalAndLeavesNoGap(): void
    {
        foreach ([[self::PIECES[0]], [self::PIECES[2]], self::PIECES] as $names) {
            $planner = new RehearsalPlanner(self::pieces($names));
            foreach (BeginWith::cases() as $begin) {
                foreach ([1, 2, 3, 5, 9, 12, 20, 30, 45, 60, 90, 180, 300] as $minutes) {
                    $plan = $planner->plan(new PlanWishes($minutes, $begin));
                    $at = 0;
                    self::assertNotSame([], $plan->entries, "{$minutes} minutes are enough for something");
                    foreach ($plan->entries as $entry) {
                        self::assertSame($at, $entry->at);
                        self::assertGreaterThanOrEqual(1, $entry->minutes);
                        $at += $entry->minutes;
                    }
                    self::assertLessThanOrEqual($minutes, $at, "{$minutes} minutes, {$begin->value}");
                }
            }
        }
    }

    public function testTheSameInputGivesTheSamePlan(): void
    {
        $wishes = new PlanWishes(45, BeginWith::Hardest);

        self::assertEquals(
            (new RehearsalPlanner(self::pieces(self::PIECES)))->plan($wishes)->entries,
            (new RehearsalPlanner(self::pieces(self::PIECES)))->plan($wishes)->entries,
        );
    }

    public function testEveryMeasureComesAround(): void
    {
        foreach ([4, 15, 45] as $minutes) {
            foreach (BeginWith::cases() as $begin) {
                $played = ['cobblers-holiday' => [], 'paper-boats' => []];
                $all = 0;
                for ($rehearsal = 0; $rehearsal < 40 && $all < 2; $rehearsal++) {
                    $pieces = array_map(
                        static fn (string $name): PlannedPiece => self::piece($name, $rehearsal, $played[$name]),
                        array_keys($played),
                    );
                    foreach ((new RehearsalPlanner($pieces))->plan(new PlanWishes($minutes, $begin))->entries as $entry) {
                        if ($entry->kind === EntryKind::Work) {
                            $played[$entry->piece][] = new Played($rehearsal, $entry->from, $entry->to, false);
                        }
                    }
                    $all = count(array_filter($pieces, static fn (PlannedPiece $piece): bool
                        => count($piece->coverage->rehearsed()) === count($piece->marked->score->measures)));
                }
                self::assertSame(2, $all, "{$minutes} minutes, {$begin->value}: every measure of both pieces within 40 rehearsals");
            }
        }
    }

    public function testALongRehearsalWarmsUpTunesAndEndsWithARun(): void
    {
        $kinds = self::kinds((new RehearsalPlanner(self::pieces(['iron-footbridge'])))->plan(new PlanWishes(45)));

        self::assertSame('warm-up', $kinds[0]);
        self::assertSame('run', $kinds[count($kinds) - 1]);
        self::assertContains('tune', $kinds);
        self::assertSame('work', $kinds[1], 'one does not begin with tuning: the hands are cold');
    }

    public function testAShortOneOnlyWorks(): void
    {
        self::assertSame(['work'], array_values(array_unique(self::kinds(
            (new RehearsalPlanner(self::pieces(['iron-footbridge'])))->plan(new PlanWishes(8)),
        ))));
    }

    public function testWhatIsTooLongForTheTimeIsPlayedFewerTimesOrInPart(): void
    {
        $entry = (new RehearsalPlanner(self::pieces(['iron-footbridge'])))->plan(new PlanWishes(1))->entries[0];

        self::assertSame(1, $entry->minutes);
        self::assertSame(1, $entry->slowTimes);
    }

    public function testTheSchoolsBeginAtDifferentPlaces(): void
    {
        $first = static fn (BeginWith $begin): PlanEntry => array_values(array_filter(
            (new RehearsalPlanner(self::pieces(['iron-footbridge'])))->plan(new PlanWishes(30, $begin))->entries,
            static fn (PlanEntry $one): bool => $one->kind === EntryKind::Work,
        ))[0];
        $piece = self::piece('iron-footbridge');

        self::assertSame(99, $first(BeginWith::End)->to);
        self::assertStringStartsWith('the end', $first(BeginWith::End)->why);
        self::assertSame(0, $first(BeginWith::Order)->from);
        $hardest = max(array_map(static fn (Stretch $one): float => $one->hardness, $piece->stretches));
        $found = $first(BeginWith::Hardest);
        self::assertSame($hardest, round($piece->hardness->over($found->from, $found->to), 3));
    }

    public function testWhatWasWorkedInTheLastRehearsalIsNotBegunWithAgain(): void
    {
        $piece = self::piece('iron-footbridge', 1, [new Played(0, 88, 99, false)]);
        $works = self::works((new RehearsalPlanner([$piece]))->plan(new PlanWishes(20)));

        self::assertNotContains(99, array_map(static fn (PlanEntry $one): int => $one->to, array_slice($works, 0, 2)));
    }

    public function testWhatWaitsLongestComesEvenIfItIsEasy(): void
    {
        $last = self::piece('iron-footbridge')->marked->lastMeasure();
        $played = [new Played(0, 0, $last, false), new Played(1, 0, $last, false), new Played(2, 0, 15, false), new Played(2, 24, $last, false)];
        $works = self::works((new RehearsalPlanner([self::piece('iron-footbridge', 3, $played)]))->plan(new PlanWishes(8)));

        self::assertSame([16, 23], [$works[0]->from, $works[0]->to], 'measures 17 to 24 were left out last time');
    }

    public function testWhatWasHeardIsTakenUp(): void
    {
        $marked = self::marked('iron-footbridge');
        $last = $marked->lastMeasure();
        $coverage = Coverage::of($last + 1, 2, [new Played(0, 0, $last, false), new Played(1, 0, $last, false)]);
        $heard = [new HeardNote(HeardKind::Accidental, 44, '45', ['P2'], 'F natural', null, 3)];
        $piece = new PlannedPiece('x', 'X', $marked, Hardness::of($marked, $heard, $coverage->rehearsed()), $coverage, new TuningPlaces($marked));
        $work = array_values(array_filter(
            self::works((new RehearsalPlanner([$piece]))->plan(new PlanWishes(30))),
            static fn (PlanEntry $one): bool => $one->from <= 44 && $one->to >= 44,
        ));

        self::assertCount(1, $work);
        self::assertStringContainsString('heard: F natural, the third time, m. 45, Violin II', $work[0]->why);
    }

    public function testTheRunIsThePieceThatWasNotRunForLongest(): void
    {
        $boats = self::marked('paper-boats');
        $run = [new Played(0, 0, $boats->lastMeasure(), true)];
        $pieces = [self::piece('paper-boats', 1, $run), self::piece('cobblers-holiday', 1)];
        $entries = (new RehearsalPlanner($pieces))->plan(new PlanWishes(45))->entries;

        self::assertSame('cobblers-holiday', $entries[count($entries) - 1]->piece);
    }

    public function testWhatTheDirectorSetKeepsItsPlaceAndItsMinutes(): void
    {
        $fixed = [
            new FixedEntry(EntryKind::Run, 'paper-boats', 0, 0, 23, 4),
            new FixedEntry(EntryKind::Work, 'cobblers-holiday', 2, 8, 15, 9),
        ];
        $entries = (new RehearsalPlanner(self::pieces(['paper-boats', 'cobblers-holiday'])))
            ->plan(new PlanWishes(45, BeginWith::End, $fixed))->entries;

        self::assertSame([EntryKind::Run, 4, true], [$entries[0]->kind, $entries[0]->minutes, $entries[0]->isFixed]);
        self::assertSame([8, 15, 9, true], [$entries[2]->from, $entries[2]->to, $entries[2]->minutes, $entries[2]->isFixed]);
        self::assertLessThanOrEqual(45, $entries[count($entries) - 1]->end());
        self::assertSame(1, count(array_filter($entries, static fn (PlanEntry $one): bool => $one->kind === EntryKind::Run)), 'no second run');
        self::assertCount(1, array_filter($entries, static fn (PlanEntry $one): bool => $one->piece === 'cobblers-holiday'
            && $one->kind === EntryKind::Work && $one->from <= 15 && $one->to >= 8), 'nor the same measures twice');
    }

    public function testWhatIsSetAndDoesNotFitIsTold(): void
    {
        $fixed = [
            new FixedEntry(EntryKind::Work, 'paper-boats', 0, 0, 7, 8), new FixedEntry(EntryKind::Work, 'paper-boats', 1, 8, 15, 8),
            new FixedEntry(EntryKind::Work, 'gone', 2, 0, 3, 2),
        ];
        $plan = (new RehearsalPlanner(self::pieces(['paper-boats'])))->plan(new PlanWishes(10, BeginWith::End, $fixed));

        self::assertSame([$fixed[1], $fixed[2]], $plan->left);
        self::assertLessThanOrEqual(10, $plan->spent());
    }

    public function testWhatIsDroppedDoesNotCome(): void
    {
        $planner = new RehearsalPlanner(self::pieces(['iron-footbridge']));
        $first = self::works($planner->plan(new PlanWishes(45)))[0];
        $dropped = [RehearsalPlan::keyOf('iron-footbridge', $first->from, $first->to), 'warm-up', 'run', 'tune'];
        $again = $planner->plan(new PlanWishes(45, BeginWith::End, [], $dropped));

        self::assertSame(['work'], array_values(array_unique(self::kinds($again))));
        self::assertNotContains([$first->from, $first->to], array_map(static fn (PlanEntry $one): array => [$one->from, $one->to], $again->entries));
    }

    public function testAPieceOfOneMeasureAndOneWithoutTempo(): void
    {
        $piece = Ensemble::of('4/4', ['Violin I' => 'D4 |', 'Cello' => 'D,4 |'])->piece('one');
        $entries = (new RehearsalPlanner([$piece]))->plan(new PlanWishes(45))->entries;

        self::assertContains('work', array_map(static fn (PlanEntry $one): string => $one->kind->value, $entries));
        $xml = (string) preg_replace('~<direction[^>]*>(?:(?!</direction>).)*<metronome.*?</direction>~s', '', (string) file_get_contents(
            dirname(__DIR__, 3) . '/demo/scores/paper-boats.musicxml',
        ));
        $score = (new ScoreReader())->read((string) preg_replace('~<sound tempo="[^"]*"/>~', '', $xml));
        $marked = self::planned($score);
        $plan = (new RehearsalPlanner([new PlannedPiece('x', 'X', $marked, Hardness::of($marked), Coverage::none(24), new TuningPlaces($marked))]))->plan(new PlanWishes(20));
        self::assertSame(100, self::works($plan)[0]->fullTempo, 'as planners take it where nothing is said');
    }

    public function testStretchesHoldEveryMeasureOnceAndBeginAtRehearsalMarks(): void
    {
        foreach (self::PIECES as $name) {
            $marked = self::marked($name);
            $next = 0;
            $starts = [];
            foreach ((new Stretches($marked))->of(Hardness::of($marked)) as $stretch) {
                self::assertSame($next, $stretch->from);
                self::assertGreaterThanOrEqual($stretch->from, $stretch->to);
                $starts[] = $stretch->from;
                $next = $stretch->to + 1;
            }
            self::assertSame(count($marked->score->measures), $next);
            foreach ($marked->score->measures as $index => $measure) {
                if ($measure->rehearsal !== null && $index > 1) {
                    self::assertContains($index, $starts, "{$name}, mark {$measure->rehearsal}");
                }
            }
        }
    }

    /** No rehearsal mark says where a phrase ends: the tune comes to rest there, and mostly four measures are over. */
    public function testWithoutMarksAPieceIsPartedWherePhrasesEnd(): void
    {
        $eight = 'D E F G | A2 G F | E F G A | B2 A G | F E D C | D2 E F | G F E D | D4 | ';
        $six = 'D E F G | A2 G F | E F G A | B2 A G | F E D C | D4 | ';

        self::assertSame([[0, 7], [8, 15], [16, 23]], self::bounds(str_repeat($eight, 3), 24), 'three times eight');
        self::assertSame([[0, 5], [6, 11], [12, 23]], self::bounds(str_repeat($six, 4), 24), 'phrases of six are not cut in two');
        self::assertSame(
            [[0, 8], [9, 16], [17, 24]],
            self::bounds('G | ' . str_repeat($eight, 3), 25),
            'the measure of the pickup is not counted among the eight',
        );
        self::assertSame([[0, 11]], self::bounds(str_repeat($six, 2), 12), 'twelve are kept in mind');
    }

    /** @return list<array{int, int}> */
    private static function bounds(string $tune, int $measures): array
    {
        $bass = (str_starts_with($tune, 'G | ') ? 'z | ' : '') . str_repeat('D,2 A,2 | ', $measures - (int) str_starts_with($tune, 'G | '));
        $marked = Ensemble::of('4/4', ['Violin I' => $tune, 'Cello' => $bass])->parts();

        return array_map(
            static fn (Stretch $one): array => [$one->from, $one->to],
            (new Stretches($marked))->of(Hardness::of($marked)),
        );
    }

    public function testALongLastNoteIsKnownAndAPluckedOrAShortOneIsNot(): void
    {
        $piece = static fn (string $violin): PlannedPiece => Ensemble::of('4/4', ['Violin I' => $violin, 'Cello' => 'D, z3 | D, z3 |'])->piece();

        self::assertTrue($piece('D E F G | A4 |')->endsLong());
        self::assertTrue($piece('D E F G- | G2 A2 |')->endsLong());
        self::assertFalse($piece('D E F G | A2 A A |')->endsLong());
        self::assertFalse($piece('D E F G | A2 z2 |')->endsLong());
        self::assertFalse($piece('"^pizz."D E F G | A4 |')->endsLong());
    }

    public function testLongNotesAreNotWorkedSlowerSinceBowsWouldRunOut(): void
    {
        $piece = Ensemble::of('4/4', ['Violin I' => 'D4 | E4 | F4 | G4 |', 'Cello' => 'D,4 | C,4 | D,4 | G,4 |'], 72)->piece();

        self::assertSame($piece->stretches[0]->tempo, $piece->stretches[0]->slowTempo());
        self::assertSame(1.0, $piece->stretches[0]->longShare);
    }

    public function testFastNotesAreWorkedAtFourASecond(): void
    {
        $line = 'D/4E/4F/4G/4 A/4G/4F/4E/4 D/4E/4F/4G/4 A/4G/4F/4E/4 | D4 | D4 |';
        $stretch = Ensemble::of('4/4', ['Violin I' => $line], 120)->piece()->stretches[0];

        self::assertSame(60, $stretch->slowTempo());
    }

    /** @return list<string> */
    private static function kinds(RehearsalPlan $plan): array
    {
        return array_map(static fn (PlanEntry $one): string => $one->kind->value, $plan->entries);
    }

    /** @return list<PlanEntry> */
    private static function works(RehearsalPlan $plan): array
    {
        return array_values(array_filter($plan->entries, static fn (PlanEntry $one): bool => $one->kind === EntryKind::Work));
    }

    /**
     * @param list<string> $names
     * @return list<PlannedPiece>
     */
    private static function pieces(array $names): array
    {
        return array_map(static fn (string $name): PlannedPiece => self::piece($name), $names);
    }

    /** @param list<Played> $played */
    private static function piece(string $name, int $rehearsals = 0, array $played = []): PlannedPiece
    {
        $marked = self::marked($name);
        $coverage = Coverage::of(count($marked->score->measures), $rehearsals, $played);
        $hardness = Hardness::of($marked, [], $rehearsals === 0 ? null : $coverage->rehearsed());
        static $tuning = [];
        $tuning[$name] ??= new TuningPlaces($marked);

        return new PlannedPiece($name, $name, $marked, $hardness, $coverage, $tuning[$name]);
    }

    private static function marked(string $name): MarkedParts
    {
        return self::$marked[$name] ??= self::planned((new ScoreReader())->read((string) file_get_contents(
            dirname(__DIR__, 3) . "/demo/scores/{$name}.musicxml",
        )));
    }

    private static function planned(Score $score): MarkedParts
    {
        $options = new PlanOptions();
        $plans = (new Planner($options, false))->plan($score)->parts;

        return MarkedParts::of($score, array_map(static fn (PartPlan $plan): array => [$plan, $options], $plans));
    }
}
