<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Directions\BowingSolution;
use UprightPencil\Bowing\Directions\PassDifferences;
use UprightPencil\Bowing\Directions\PhraseSolver;
use UprightPencil\Bowing\Directions\StrokeDirections;
use UprightPencil\Bowing\Distribution\DistributionPlan;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\LandmarkKind;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\NoRetake;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\Places;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Remedy;

/** What needs a look along one line once its bow is planned: contradictions, missed goals, second times, run-outs. */
final class BowFindings
{
    /** Ways out of a landmark that are tried in any part … */
    private const TRIES = 2;
    /** … and the strokes that all further tries together may work out. */
    private const STROKES_TRIED = 1200;
    /** Marks that are tried in the stretch that is repeated, the cheapest first. */
    private const TRIES_BACK = 8;

    private ?Places $places = null;
    private ?TurnRemedies $ways = null;

    private readonly BowConstraints $constraints;
    /** @var list<Stroke> */
    private readonly array $strokes;
    private readonly StrokeDirections $directions;

    public function __construct(
        private readonly Score $score,
        private readonly Part $part,
        private readonly Line $line,
        private readonly TempoMap $tempo,
        private readonly BowSettings $settings,
        private readonly BowLengths $lengths,
        private readonly BowingSolution $solution,
        private readonly DistributionPlan $distribution,
        private readonly SlurRemedies $retry,
        private readonly EventFlags $flags,
    ) {
        $this->constraints = $solution->constraints;
        $this->strokes = $solution->strokes;
        $this->directions = $solution->directions;
    }

    /** @return list<Flag> in no order */
    public function all(): array
    {
        return [
            ...$this->problems(),
            ...$this->contradictions(),
            ...$this->goals(),
            ...$this->landmarks(),
            ...$this->secondTimes(),
            ...$this->runOuts(),
        ];
    }

    private function ways(): TurnRemedies
    {
        return $this->ways ??= new TurnRemedies($this->part, $this->line, $this->solution, $this->places(), $this->settings);
    }

    private function places(): Places
    {
        return $this->places ??= Places::of($this->score, $this->part);
    }

    /**
     * @return list<Flag>
     */
    private function problems(): array
    {
        $flags = [];
        foreach ($this->directions->problems as $problem) {
            $flags[] = $this->flags->at($problem->code, $problem->text . '.', $this->strokes[$problem->stroke]->head()->event)
                ->withWays($problem->mark === null ? [] : $this->instead($problem->stroke, $problem->mark));
        }

        return $flags;
    }

    /**
     * What could stand in place of a hook, a retake or a lift that does not work: only what does.
     *
     * @return list<Remedy>
     */
    private function instead(int $stroke, Mark $mark): array
    {
        $event = ($this->strokes[$stroke] ?? null)?->head()->event;
        if ($event === null || $stroke === 0 || $mark->kind()->slot() !== Slot::Connection) {
            return [];
        }
        $place = $this->places()->nameOf($mark->from);
        $times = $mark->pass === null ? '' : " {$mark->pass}x";
        $ways = [];
        foreach (['Hook it instead' => new Hook(), 'Let it alternate' => new NoRetake()] as $text => $kind) {
            $isWrong = false;
            foreach ($this->solution->marked($event, $kind, $mark->pass)->problems as $problem) {
                $isWrong = $isWrong || $problem->stroke === $stroke;
            }
            if (!$isWrong && $kind->words() !== $mark->kind()->words()) {
                $ways[] = new Remedy($text, ["{$place} {$kind->words()}{$times}"]);
            }
        }

        return $ways;
    }

    /** @return list<Flag> two fixed directions that cannot both come as the strokes alternate */
    private function contradictions(): array
    {
        $flags = [];
        foreach ($this->pulling() as [$from, $to]) {
            $text = $this->pullingText($from, $to);
            // Nobody goes back further than that for a turned bow.
            $from = max($from, $to - PhraseSolver::REACH);
            $flags[] = $this->flags->at(FlagCode::MarksContradict, $text, $this->strokes[$to]->head()->event)
                ->withWays([...$this->ways()->within(
                    $from,
                    $to,
                    $this->directions->starts[$from],
                    fn (Direction $direction, bool $isForced): bool
                        => $direction === $this->directions->starts[$to] && !$isForced,
                ), ...$this->retry->ways(
                    $this->strokes,
                    $this->directions,
                    $from,
                    $to,
                    $this->directions->starts[$to],
                    $this->places(),
                    false,
                )]);
        }

        return $flags;
    }

    /**
     * Two fixed directions with the wrong number of strokes between them.
     *
     * @return list<array{int, int}>
     */
    private function pulling(): array
    {
        $pulling = [];
        $lastFact = null;
        $seen = [];
        foreach ($this->strokes as $index => $stroke) {
            $head = $stroke->head();
            if ($this->directions->connections[$index] === BowConnection::Start) {
                $lastFact = null;
            }
            if ($this->constraints->direction($head->event, $head->pass) === null) {
                continue;
            }
            $isAsked = $this->constraints->connection($head->event, $head->pass) !== null || $stroke->link === SlurLink::Hook;
            $isHook = $this->directions->connections[$index] === BowConnection::Hook;
            if ($lastFact !== null && $index - $lastFact > 1 && $isHook && !$isAsked && !isset($seen[$head->event])) {
                $seen[$head->event] = true;
                $pulling[] = [$lastFact, $index];
            }
            $lastFact = $index;
        }

        return $pulling;
    }

    private function pullingText(int $from, int $to): string
    {
        $between = $to - $from - 1;
        $place = $this->flags->place($this->strokes[$from]->head()->event);

        [$first, $last] = [$this->directions->starts[$from], $this->directions->starts[$to]];

        return "{$first->value} at {$place} and {$last->value} here, with {$between} "
            . ($between === 1 ? 'stroke' : 'strokes') . ' between: as it comes it would be '
            . "{$last->opposite()->value}. The last two are hooked for now.";
    }

    /**
     * Goals the bow does not reach.
     *
     * @return list<Flag>
     */
    private function goals(): array
    {
        $flags = [];
        foreach ($this->constraints->goalEvents() as $event) {
            $index = $this->solution->solver->strokeOf($event);
            $goal = $index === null ? null : $this->constraints->goal($event, $this->strokes[$index]->head()->pass);
            if ($index === null || $goal === null || $this->directions->starts[$index] === $goal->direction) {
                continue;
            }
            $wanted = $goal->direction;
            $flags[] = $this->flags->at(
                FlagCode::GoalMissed,
                "The goal here is {$wanted->value}, but the bow comes {$wanted->opposite()->value}: what is fixed before"
                    . ' and after leaves no place to turn it.',
                $event,
            )->withWays($this->turning($index, $wanted));
        }

        return $flags;
    }

    /**
     * Sections, returns and a loud last note that no quiet mark turned.
     *
     * @return list<Flag>
     */
    private function landmarks(): array
    {
        $flags = [];
        $wrong = $this->solution->wrongLandmarks($this->directions);
        foreach ($wrong as $index => $wanted) {
            $landmark = $this->solution->landmarks->at($index);
            if ($landmark === null) {
                continue;
            }
            $flags[] = $this->flags->at(
                match ($landmark->kind) {
                    LandmarkKind::Return => FlagCode::ReturnDiffers,
                    LandmarkKind::Last => FlagCode::LastNoteUp,
                    default => FlagCode::SectionStartsUp,
                },
                match ($landmark->kind) {
                    LandmarkKind::Return => "What began {$wanted->value} at " . $this->measure($landmark->source ?? 0)
                        . " comes back {$wanted->opposite()->value} here.",
                    LandmarkKind::Last => 'The last note is loud and comes up.',
                    default => 'The section starts up here.',
                },
                $this->strokes[$index]->head()->event,
            )->withWays($this->turning($index, $wanted, count($wrong)));
        }

        return $flags;
    }

    private function measure(int $stroke): string
    {
        $number = $this->score->measures[$this->line->events[$this->strokes[$stroke]->head()->event]->measure]->number;

        return $number === '0' ? 'the pickup' : "measure {$number}";
    }

    /**
     * Ways to bring a stroke round.
     *
     * @param int|null $wrong how many landmarks are wrong now: a way out must leave fewer, the whole line worked out anew; null where
     *     it is enough that the stroke itself comes round
     * @return list<Remedy> cheapest first
     */
    private function turning(int $index, Direction $wanted, ?int $wrong = null): array
    {
        $from = $this->solution->solver->lastFixed($index, $this->directions);
        $isStart = $this->directions->connections[$from] === BowConnection::Start
            && $this->constraints->direction($this->strokes[$from]->head()->event, 1) === null;
        $isClear = static fn (array $still, int $stroke): bool => !isset($still[$stroke]) && count($still) < $wrong;
        // Each of these works the whole line out anew: in a long part few are tried.
        $tries = self::TRIES + intdiv(self::STROKES_TRIED, max(1, count($this->strokes)));
        $isClearOver = function (array $strokes, int $at, int $more) use ($index, $isClear): bool {
            /** @var list<Stroke> $strokes */
            if (count($strokes) > self::STROKES_TRIED) {
                return false;
            }
            $try = $this->solution->over($strokes, $at, $more);

            return $isClear($try->wrongLandmarks($try->directions), $index + $more);
        };
        $ways = $wrong !== null ? $this->ways()->between(
            $from,
            $index,
            fn (StrokeDirections $try): bool => $isClear($this->solution->wrongLandmarks($try), $index),
            0,
            $tries,
        ) : $this->ways()->within(
            $from,
            $index,
            $this->directions->starts[$from],
            static fn (Direction $direction): bool => $direction === $wanted,
        );

        return [
            ...$ways,
            ...$this->retry->ways(
                $this->strokes,
                $this->directions,
                $from,
                $index,
                $wanted,
                $this->places(),
                $isStart && $wrong === null,
                $wrong === null ? null : $isClearOver,
            ),
        ];
    }

    /**
     * Strokes that come out differently on a later pass, told once for each stretch, with ways out where it leads back.
     *
     * @return list<Flag>
     */
    private function secondTimes(): array
    {
        $flags = [];
        foreach ((new PassDifferences($this->strokes, $this->directions))->firstOfEachStretch() as $index) {
            $head = $this->strokes[$index]->head();
            $direction = $this->directions->starts[$index];
            $flag = $this->flags->at(
                FlagCode::SecondTimeDiffers,
                self::nth($head->pass) . " time through comes out {$direction->value} here; the first time it is"
                    . " {$direction->opposite()->value}.",
                $head->event,
            );
            $event = $head->event;
            $pass = $head->pass;
            $isClear = fn (StrokeDirections $try): bool
                => !isset((new PassDifferences($this->strokes, $try))->byEvent()[$event][$pass]);
            $from = $this->firstTime($index);
            $marks = $this->ways()->leadingBack($from, $index, $isClear, $pass, self::TRIES_BACK);
            $slurs = $this->retry->ways(
                $this->strokes,
                $this->directions,
                $from,
                $index,
                $direction->opposite(),
                $this->places(),
                false,
                // Slurs are tried where nothing else is decided: what the solver would answer is not known without them.
                fn (): bool => !$this->solution->solver->hasGoals(),
            );
            $flags[] = $flag->withWays([...$marks, ...$slurs]);
        }

        return $flags;
    }

    /** Where what comes again at a stroke came the time before: a mark anywhere since then turns it. */
    private function firstTime(int $index): int
    {
        $event = $this->strokes[$index]->head()->event;
        for ($at = $index - 1; $at > 0; $at--) {
            if ($this->strokes[$at]->head()->event === $event) {
                return $at;
            }
        }

        return 0;
    }

    /**
     * Strokes for which the bow is too short, with the places where it could change.
     *
     * @return list<Flag>
     */
    private function runOuts(): array
    {
        $flags = [];
        $seen = [];
        $finder = new RunOutRemedies(
            $this->score,
            $this->part,
            $this->line,
            $this->lengths,
            $this->tempo,
            $this->settings->longNotes,
        );
        foreach ($this->distribution->runOuts as $index => $runOut) {
            $event = $this->strokes[$index]->head()->event;
            if (isset($seen[$event])) {
                continue;
            }
            $seen[$event] = true;
            $hair = (int) round($this->lengths->hair());
            $text = $runOut->isAlone
                ? sprintf(
                    'The bow runs out: %.1f s on one bow need %d cm at the slowest, and there are %d.',
                    $runOut->seconds,
                    (int) ceil($runOut->needs),
                    $hair,
                )
                : sprintf(
                    'The bow runs out: this note needs %d cm at the slowest, and the strokes before leave only %d.',
                    (int) ceil($runOut->needs),
                    (int) floor($this->distribution->lengths[$index] ?? 0.0),
                );
            $flags[] = $this->flags->at(FlagCode::BowRunsOut, $text, $event)->because($runOut->isAlone ? 'alone' : '')
                ->withWays($finder->ways($this->strokes[$index], $this->directions->starts[$index], $this->places()));
        }

        return $flags;
    }

    private static function nth(int $pass): string
    {
        return ['First', 'Second', 'Third', 'Fourth'][$pass - 1] ?? "{$pass}th";
    }
}
