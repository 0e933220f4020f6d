<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Marks\PlacesOfParts;
use UprightPencil\Music\Part;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\Remedy;

/** Two parts of one kind of instrument that play the same line: it gets the same fingers in both, or it is told where not. */
final readonly class SameLines
{
    /** Fewer notes in common than this are chance. */
    private const LEAST = 4;

    /** @param array<string, PartPlan> $plans by part id */
    private function __construct(private array $plans, private PlacesOfParts $places)
    {
    }

    /** @param list<PartPlan> $plans */
    public static function of(array $plans, PlacesOfParts $places): self
    {
        $byPart = [];
        foreach ($plans as $plan) {
            $byPart[$plan->part->id] = $plan;
        }

        return new self($byPart, $places);
    }

    /**
     * @param list<SharedStretch> $stretches where the parts share a rhythm
     * @return list<Flag> one for each run of the same notes that is fingered in two ways
     */
    public function flags(array $stretches): array
    {
        $flags = [];
        foreach ($stretches as $stretch) {
            [$one, $other] = [$this->plans[$stretch->one], $this->plans[$stretch->other]];
            if ($one->part->instrument !== $other->part->instrument) {
                continue;
            }
            foreach ($this->runs($stretch, $one->part, $other->part) as $run) {
                $flag = $this->flag($run, $one, $other);
                if ($flag !== null) {
                    $flags[] = $flag;
                }
            }
        }

        return $flags;
    }

    /**
     * The notes of a stretch that are the same in both parts, without a break.
     *
     * @return list<list<NotePair>> of the one and the other part
     */
    private function runs(SharedStretch $stretch, Part $one, Part $other): array
    {
        $mine = $one->positionsById();
        $theirs = $other->positionsById();
        $runs = [[]];
        foreach ($stretch->pairs as $pair) {
            $here = $one->notes[$mine[$pair->one]]->pitch;
            $there = $other->notes[$theirs[$pair->other]]->pitch;
            if ($here !== null && $there !== null && $here->equals($there)) {
                $runs[count($runs) - 1][] = $pair;
            } else {
                $runs[] = [];
            }
        }

        return array_values(array_filter($runs, static fn (array $run): bool => count($run) >= self::LEAST));
    }

    /** @param list<NotePair> $run */
    private function flag(array $run, PartPlan $one, PartPlan $other): ?Flag
    {
        $differ = array_values(array_filter(
            $run,
            static fn (NotePair $pair): bool => self::answer($one, $pair->one) !== self::answer($other, $pair->other),
        ));
        $first = $differ[0] ?? null;
        $mine = $first === null ? null : $one->fingers->at($first->one);
        $theirs = $first === null ? null : $other->fingers->at($first->other);
        if ($first === null || $mine === null || $theirs === null) {
            return null;
        }
        $positions = $one->part->positionsById();
        $note = $one->part->notes[$positions[$first->one]];
        $until = $one->part->notes[$positions[$differ[count($differ) - 1]->one]]->measure;
        $place = $this->places->of($one->part)->inWords($first->one);

        return new Flag(
            FlagCode::SectionsDiffer,
            "{$one->part->name} and {$other->part->name} play the same line and finger it in two ways, from {$place} on: "
                . self::words($mine) . ' and ' . self::words($theirs) . '.',
            null,
            $note->measure,
            null,
            $first->one,
            [$this->copy($differ, $one, $other, 0), $this->copy($differ, $other, $one, 1)],
            '',
            [
                new FlagPlace($one->part->id, $note->measure, null, $first->one, $until),
                new FlagPlace($other->part->id, $note->measure, null, $first->other, $until),
            ],
        );
    }

    /**
     * The fingers of the one part as marks for the other.
     *
     * @param list<NotePair> $differ
     * @param int $side which note of each pair is the giver's: 0 or 1
     */
    private function copy(array $differ, PartPlan $giver, PartPlan $taker, int $side): Remedy
    {
        $places = $this->places->of($taker->part);
        $lines = ["part {$taker->part->name}"];
        foreach ($differ as $pair) {
            $finger = $giver->fingers->at($pair->on($side));
            if ($finger !== null) {
                $lines[] = "{$places->nameOf($pair->on(1 - $side))} {$finger->words()}, on {$finger->string}";
            }
        }

        return new Remedy("{$taker->part->name} as {$giver->part->name}: the same fingers", $lines);
    }

    private static function answer(PartPlan $plan, string $note): string
    {
        $finger = $plan->fingers->at($note);

        return $finger === null ? '' : self::words($finger);
    }

    private static function words(NoteFinger $finger): string
    {
        return "{$finger->words()} on {$finger->string}";
    }
}
