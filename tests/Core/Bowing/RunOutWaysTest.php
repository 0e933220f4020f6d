<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** What is offered where the bow runs out solves it, in one place and in all of them, and brings nothing else. */
final class RunOutWaysTest extends TestCase
{
    private const PARTS = ['Violin I', 'Viola', 'Cello', 'Bass'];

    #[DataProvider('slowTunes')]
    public function testEveryWayOutOfALongNoteLeavesLessToLookAt(Score $score): void
    {
        foreach ($score->parts as $part) {
            $plan = self::plan($score, $part, []);
            foreach (self::runOuts($plan) as $flag) {
                foreach ($flag->ways as $way) {
                    $after = self::plan($score, $part, $way->lines);
                    self::assertLessThanOrEqual(self::toLookAt($plan), self::toLookAt($after), "{$part->name}: {$way->text}");
                    self::assertNotContains(FlagCode::MarksContradict, array_map(static fn (Flag $one): FlagCode => $one->code, $after->flags), $way->text);
                }
            }
        }
    }

    /** @return iterable<string, array{Score}> */
    public static function slowTunes(): iterable
    {
        foreach (glob(__DIR__ . '/../../../demo/scores/*.musicxml') ?: [] as $file) {
            yield basename($file) => [(new ScoreReader())->read((string) file_get_contents($file))];
        }
        for ($seed = 0; $seed < 40; $seed++) {
            $part = self::PARTS[$seed % 4];
            yield "tune {$seed}" => [Tunes::make($seed, $part)->by($part)->at(46)->score()];
        }
    }

    public function testManyLongNotesChangeTogetherWhicheverWayEachComes(): void
    {
        // An odd number of strokes between them: each comes the other way once the one before has changed.
        $passage = Passage::of('4/4', 'D4w | E4w | F4w | G4w')->at(40)->loud('f');
        [$flag] = self::runOuts($passage->plan());
        self::assertStringEndsWith('at all 4 places', $flag->ways[0]->text);

        $after = Passage::of('4/4', 'D4w | E4w | F4w | G4w')->at(40)->loud('f')->marked(implode("\n", $flag->ways[0]->lines))->plan();
        $turns = [];
        foreach ($after->part->notes as $note) {
            $bow = $after->bow->at($note->id);
            $turns[] = "{$bow?->direction->value} {$bow?->leaving()->value}";
        }
        self::assertSame(['down up', 'down up', 'down up', 'down up'], $turns);
        self::assertSame([], self::runOuts($after));
    }

    public function testAChangeSaysItsWayOrTakesIt(): void
    {
        $by = static fn (string $mark): array => array_map(
            static fn (Flag $flag): FlagCode => $flag->code,
            array_filter(Passage::of('4/4', 'D4w | E4w')->at(60)->marked($mark)->plan()->flags, static fn (Flag $flag): bool => $flag->isToLookAt()),
        );

        self::assertSame([], $by('1.3 change'));
        self::assertSame([], $by('1.3 change up'));
        self::assertContains(FlagCode::MarksContradict, $by('1.3 change down'), 'it goes down already, and somebody meant something');
    }

    public function testAPitchThatIsStruckAgainIsSplitAndNotChangedInside(): void
    {
        $music = '(D4h D4h | D4h D4h) | E4w';
        [$flag] = self::runOuts(Passage::of('4/4', $music)->at(40)->loud('f')->plan());

        self::assertStringStartsWith('Split the slur: new bows at m. 1 beat 3', $flag->ways[0]->text);
        $split = Passage::of('4/4', $music)->at(40)->loud('f')->marked(implode("\n", $flag->ways[0]->lines));
        self::assertSame([], array_filter(self::runOuts($split->plan()), static fn (Flag $one): bool => $one->measure < 2));
    }

    /** @return list<Flag> */
    private static function runOuts(PartPlan $plan): array
    {
        return array_values(array_filter($plan->flags, static fn (Flag $flag): bool => $flag->code === FlagCode::BowRunsOut));
    }

    private static function toLookAt(PartPlan $plan): int
    {
        return count(array_filter($plan->flags, static fn (Flag $flag): bool => $flag->isToLookAt()));
    }

    /** @param list<string> $lines */
    private static function plan(Score $score, Part $part, array $lines): PartPlan
    {
        $read = (new PencilLinesReader($score, [$part]))->read(implode("\n", $lines));
        self::assertSame([], array_map(static fn ($error): string => $error->sentence(), $read->errors));

        return (new Planner(new PlanOptions(), false))->part($score, $part, MarkBook::of($read->marks[$part->id] ?? [], $part));
    }
}
