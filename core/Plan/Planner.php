<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\BowPlanner;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\FingerPlanner;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\BowPrinting;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\FingerPrinting;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagOrder;
use UprightPencil\Review\MeasureLengths;
use UprightPencil\Review\PartLengths;
use UprightPencil\Review\UnplayedMeasures;
use UprightPencil\Roadmap\Roadmap;

/** Score and marks in, plan out. Everything that shows bows or fingers asks here. */
final readonly class Planner
{
    /** @param bool|string $explains true: every finger tells its reasons and runners-up; false: none; or the id of the note that does */
    public function __construct(
        private PlanOptions $options = new PlanOptions(),
        private bool|string $explains = true,
        private ?PlanCache $memory = null,
    ) {
    }

    /**
     * @param array<string, MarkBook> $books by part id
     * @param list<Part>|null $parts only these; null for all
     * @param Chair $chair whose page it is: outside, inside or "stand 2"
     * @throws MusicException
     */
    public function plan(Score $score, array $books = [], ?array $parts = null, ?Chair $chair = null): ScorePlan
    {
        $roadmap = Roadmap::of($score);
        $plans = [];
        foreach ($parts ?? $score->parts as $part) {
            $book = $books[$part->id] ?? MarkBook::empty();
            $plan = $this->part($score, $part, $book, $roadmap, $chair);
            $plans[] = $plan->withFutures((new WhatIfs($this))->of($score, $part, $book, $roadmap));
        }

        return new ScorePlan($score, $roadmap, $plans, $this->review($score, $roadmap));
    }

    /** @throws MusicException */
    public function part(Score $score, Part $part, MarkBook $book, ?Roadmap $roadmap = null, ?Chair $chair = null): PartPlan
    {
        $roadmap ??= Roadmap::of($score);
        $tried = $book->withChoicesTried();
        $bow = $this->bow($score, $part, $tried, $roadmap, $chair);
        $fingers = $this->hand($score, $part, $tried, SlurredNotes::of($bow), $roadmap, $chair);
        $eased = EasedNotes::by($this->options)->marks($part, $tried, $fingers->flags);
        if ($eased !== []) {
            $tried = $tried->with($part, ...$eased);
            $bow = $this->bow($score, $part, $tried, $roadmap, $chair);
            $fingers = $this->hand($score, $part, $tried, SlurredNotes::of($bow), $roadmap, $chair);
        }
        $prints = (new BowPrinting($this->options->bows, $this->options->longChange(), $this->options->signsTheEnd))
            ->prints($score, $part, $tried, $bow, $book->choices());
        $printing = new FingerPrinting($part, $fingers, $this->options->density, $score->measures);
        foreach ($printing->prints($tried) as $noteId => $finger) {
            $prints[$noteId] = ($prints[$noteId] ?? new NotePrint())->withFinger($finger);
        }

        return new PartPlan($part, $book, $bow, $fingers, $prints, FlagOrder::sorted([...$bow->flags, ...$fingers->flags]));
    }

    /** @param MarkBook $book with open choices tried */
    public function bow(Score $score, Part $part, MarkBook $book, Roadmap $roadmap, ?Chair $chair = null): BowPlan
    {
        $key = $this->bowKey($book, $chair);
        $known = $this->memory?->get($key);
        if ($known instanceof BowPlan) {
            return $known;
        }
        $plan = (new BowPlanner($this->options->bowSettings()))
            ->plan($score, $part, $book, $roadmap, $this->tempo($score), $chair);
        $this->memory?->put($key, $plan);

        return $plan;
    }

    /**
     * @param MarkBook $book with open choices tried
     * @throws MusicException
     */
    public function hand(
        Score $score,
        Part $part,
        MarkBook $book,
        SlurredNotes $slurred,
        Roadmap $roadmap,
        ?Chair $chair = null,
    ): FingerPlan {
        // Reasons are not kept: they are asked for one note at a time.
        $memory = $this->explains === false ? $this->memory : null;
        $key = $this->handKey($book, $slurred, $chair);
        $known = $memory?->get($key);
        if ($known instanceof FingerPlan) {
            return $known;
        }
        $plan = (new FingerPlanner($this->options->fingerSettings(), $this->explains))
            ->plan($score, $part, $book, $slurred, $this->tempo($score), $roadmap, $chair);
        $memory?->put($key, $plan);

        return $plan;
    }

    /** What the bow depends on beside the score. */
    public function bowKey(MarkBook $book, ?Chair $chair = null): string
    {
        return 'bow ' . $this->key($book, $chair, static fn (Mark $mark): bool => !$mark->isForHand());
    }

    /** What the hand depends on beside the score. */
    public function handKey(MarkBook $book, SlurredNotes $slurred, ?Chair $chair = null): string
    {
        // Words at a note settle what would be said of the hand there.
        $noted = array_map(static fn (Mark $mark): string => $mark->from, $book->acting(Words::class));

        return 'hand ' . $this->key($book, $chair, static fn (Mark $mark): bool => $mark->isForHand())
            . md5($slurred . ($noted === [] ? '' : ' ' . implode(' ', $noted)));
    }

    private function tempo(Score $score): TempoMap
    {
        return TempoMap::of($score, $this->options->tempo, $this->options->tempos);
    }

    /**
     * What a plan depends on, beside the score: the choices of the class and the marks that matter to it.
     *
     * @param callable(Mark): bool $matters
     */
    private function key(MarkBook $book, ?Chair $chair, callable $matters): string
    {
        $marks = [];
        foreach ($book->marks as $mark) {
            if ($mark->acts() && $matters($mark)) {
                $marks[] = $mark->key() . ' ' . $mark->words() . ' ' . implode(' ', $mark->targets);
            }
        }
        $displaced = count($book->displaced);

        // How much is shown changes the page, not the plan.
        $options = $this->options->withDensity(Density::Standard)->withBows(BowDensity::Some);

        return md5(serialize([$options, ($chair ?? Chair::outside())->value, $marks, $displaced]));
    }

    /**
     * What reading alone can raise.
     *
     * @return list<Flag>
     */
    public function review(Score $score, Roadmap $roadmap): array
    {
        $flags = [
            ...(new PartLengths())->review($score),
            ...(new MeasureLengths())->review($score, $roadmap),
            ...(new UnplayedMeasures())->review($score, $roadmap),
        ];
        foreach ($roadmap->problems as $problem) {
            $flags[] = new Flag(FlagCode::JumpUnclear, $problem->text, null, $problem->measure);
        }

        return $flags;
    }
}
