<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Tunes;
use Tests\Support\TwoParts;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\Density;
use UprightPencil\Sections\Comparison;
use UprightPencil\Settings\Profile;

/** What holds for every page of any music: how much it shows, and that two parts of one line look alike. */
final class DensityPropertiesTest extends TestCase
{
    /** @return iterable<string, array{int, string, string}> */
    public static function tunes(): iterable
    {
        foreach (['Violin I', 'Viola', 'Cello', 'Bass'] as $part) {
            foreach (['second-year', 'third-position'] as $profile) {
                foreach ([1, 2, 3] as $seed) {
                    yield "{$part}, {$profile}, tune {$seed}" => [$seed, $part, $profile];
                }
            }
        }
    }

    #[DataProvider('tunes')]
    public function testADenserPageShowsEverythingASparserOneDoes(int $seed, string $part, string $profile): void
    {
        $shown = [];
        foreach (Density::cases() as $density) {
            $shown[$density->value] = $this->fingered($this->plan($seed, $part, $profile, $density));
        }

        self::assertSame([], array_diff($shown['sparse'], $shown['standard']));
        self::assertSame([], array_diff($shown['standard'], $shown['every']));
        self::assertLessThanOrEqual(count($shown['every']), count($shown['sparse']));
    }

    #[DataProvider('tunes')]
    public function testEveryNoteShowsAFingerWhereEveryNoteIsAsked(int $seed, string $part, string $profile): void
    {
        $plan = $this->plan($seed, $part, $profile, Density::EveryNote);
        $before = null;
        foreach ($plan->part->notes as $note) {
            // A repeated pitch keeps its finger and needs no second one.
            $isRepeated = $before !== null && $note->pitch !== null && $before->equals($note->pitch);
            if ($plan->fingers->at($note->id) !== null && !$note->tieStop && !$isRepeated) {
                self::assertNotSame('', $plan->prints[$note->id]->finger->finger ?? '', $note->id);
            }
            $before = $note->pitch;
        }
    }

    #[DataProvider('tunes')]
    public function testHowManyFingersAreShownChangesNothingButThePage(int $seed, string $part, string $profile): void
    {
        $plans = array_map(fn (Density $density): PartPlan => $this->plan($seed, $part, $profile, $density), Density::cases());

        foreach ($plans as $plan) {
            self::assertEquals($plans[0]->bow, $plan->bow);
            self::assertEquals($plans[0]->fingers, $plan->fingers);
        }
    }

    #[DataProvider('seeds')]
    public function testAShiftIsNeverLeftToBeGuessed(int $seed): void
    {
        $plan = Tunes::high($seed)->density(Density::Sparse)->plan();
        $shifts = 0;
        $before = 2;
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            if ($finger !== null && $finger->number > 0 && $finger->frame !== $before) {
                $shifts++;
                $before = $finger->frame;
                self::assertNotSame('', $plan->prints[$note->id]->finger->finger ?? '', "{$note->id} comes after a shift");
            }
        }
        self::assertGreaterThan(0, $shifts);
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 12) as $seed) {
            yield "tune {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testOneLineInTwoPartsIsBowedAndFingeredAlike(int $seed): void
    {
        $line = self::line($seed);
        $score = (new ScoreReader())->read(TwoParts::musicXml($line, $line));
        $plan = (new Planner(new PlanOptions(Profile::ThirdPosition)))->plan($score);

        self::assertSame([], (new Comparison($score, $plan->parts))->flags());
    }

    #[DataProvider('seeds')]
    public function testAPartGoesTheSameWayAloneAndAmongOthers(int $seed): void
    {
        $score = (new ScoreReader())->read(TwoParts::musicXml(self::line($seed), self::line($seed + 40)));
        $together = (new Planner())->plan($score)->parts[0];
        $single = $score->withParts($score->parts[0]);
        $alone = (new Planner())->plan($single)->parts[0];

        self::assertEquals($alone->bow->notes, $together->bow->notes);
        self::assertEquals($alone->fingers->notes, $together->fingers->notes);
    }

    private static function line(int $seed): string
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $measures = [];
        for ($measure = 0; $measure < 6; $measure++) {
            $values = [['q', 'q', 'q', 'q'], ['e', 'e', 'q', 'h'], ['h', 'e', 'e', 'q']][$random->getInt(0, 2)];
            $notes = array_map(static fn (string $value): string => 'DEFGAB'[$random->getInt(0, 5)] . [4, 4, 5][$random->getInt(0, 2)] . $value, $values);
            if ($random->getInt(0, 1) === 1) {
                $notes[0] = "({$notes[0]}";
                $notes[1] .= ')';
            }
            $measures[] = implode(' ', $notes);
        }

        return implode(' | ', $measures);
    }

    private function plan(int $seed, string $part, string $profile, Density $density): PartPlan
    {
        return Tunes::make($seed, $part)->by($part)->profile($profile)->density($density)->plan();
    }

    /** @return list<string> ids of notes that show a finger */
    private function fingered(PartPlan $plan): array
    {
        $ids = [];
        foreach ($plan->prints as $id => $print) {
            if (($print->finger->finger ?? '') !== '') {
                $ids[] = (string) $id;
            }
        }

        return $ids;
    }
}
