<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Roadmap\Roadmap;

/** Works out every possibility of the open choices of a part: each is planned as if the class had decided for it. */
final readonly class WhatIfs
{
    public function __construct(private Planner $planner)
    {
    }

    /**
     * @return array<string, list<WhatIf>> by the id of the note the choice begins at
     * @throws MusicException
     */
    public function of(Score $score, Part $part, MarkBook $book, ?Roadmap $roadmap = null): array
    {
        $futures = [];
        foreach ($book->choices() as $choice) {
            $futures[$choice->from] = [
                ...($futures[$choice->from] ?? []),
                ...$this->ofChoice($score, $part, $book, $choice, $roadmap ?? Roadmap::of($score)),
            ];
        }

        return $futures;
    }

    /**
     * What one more mark would do to what follows, against the part as it is.
     *
     * @param list<string> $lines pencil lines that lay the mark
     * @throws MusicException
     */
    public function ofMark(Score $score, PartPlan $now, Mark $mark, string $text, array $lines, ?Roadmap $roadmap = null): WhatIf
    {
        $plan = $this->planner->part($score, $now->part, $now->book->with($now->part, $mark), $roadmap);

        return new WhatIf($text, $lines, $this->does($plan, $now, $mark, $score));
    }

    /**
     * @return list<WhatIf>
     * @throws MusicException
     */
    private function ofChoice(Score $score, Part $part, MarkBook $book, Mark $choice, Roadmap $roadmap): array
    {
        $places = Places::of($score, $part);
        $rest = $book->without($choice);
        $plans = [];
        foreach (array_keys($choice->kinds) as $index) {
            $plans[] = $this->planner->part($score, $part, $rest->with($part, $choice->decided($index)), $roadmap);
        }
        $place = $places->placeOf($choice);
        $for = $choice->for->isAll() ? '' : " @{$choice->for->value}";
        $times = $choice->pass === null ? '' : " {$choice->pass}x";
        $futures = [];
        foreach ($plans as $index => $plan) {
            $words = $places->possibility($choice, $index);
            $other = $plans[$index === 0 ? 1 : 0];
            $futures[] = new WhatIf($words, ["{$place} {$words}{$times}{$for}"], $this->does($plan, $other, $choice, $score));
        }

        return $futures;
    }

    /** What one future does that the other does not. */
    private function does(PartPlan $plan, PartPlan $other, Mark $choice, Score $score): string
    {
        $turned = $before = 0;
        $until = null;
        $at = $plan->part->positionsById()[$choice->from];
        foreach ($plan->part->notes as $position => $note) {
            $mine = $plan->bow->at($note->id);
            $theirs = $other->bow->at($note->id);
            if ($position === $at || $mine === null || !$mine->isHead || $theirs === null || $mine->direction === $theirs->direction) {
                continue;
            }
            if ($position < $at) {
                $before++;
            } else {
                $turned++;
                $until = $score->measures[$note->measure]->number;
            }
        }
        $says = [];
        if ($turned > 0) {
            $says[] = "{$turned} later " . ($turned === 1 ? 'bow goes' : 'bows go')
                . " the other way, up to measure {$until}";
        }
        if ($before > 0) {
            // A start that nothing fixes turns for what comes after it.
            $says[] = "{$before} before it " . ($before === 1 ? 'turns' : 'turn') . ' round too';
        }
        $new = count($plan->flags) - count($other->flags);
        if ($new > 0) {
            $says[] = $new === 1 ? 'one thing more needs a look' : "{$new} things more need a look";
        } elseif ($new < 0) {
            $says[] = $new === -1 ? 'one thing less needs a look' : -$new . ' things less need a look';
        }

        return $says === [] ? 'nothing after it changes' : implode('; ', $says);
    }
}
