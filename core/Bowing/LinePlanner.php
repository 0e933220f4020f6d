<?php

declare(strict_types=1);

namespace UprightPencil\Bowing;

use UprightPencil\Marks\Kind;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Roadmap\Roadmap;

/** Plans the bow along one line of a part. */
final class LinePlanner
{
    private readonly Links $links;
    private readonly Facts $facts;
    private readonly StrokeBuilder $builder;
    private readonly BowUse $use;
    private ?Places $places = null;

    public function __construct(
        private readonly Score $score,
        private readonly Part $part,
        private readonly Line $line,
        private readonly MarkBook $book,
        private readonly TempoMap $tempo,
        Loudness $loudness,
        private readonly BowSettings $settings,
        string $chair,
    ) {
        $this->use = new BowUse($part, $line, $tempo, $loudness, $settings);
        $this->links = Links::of($part, $line, $book);
        $this->facts = new Facts($part, $line, $book, $chair);
        $this->builder =
            new StrokeBuilder($score, $part, $line, $this->links, $this->facts, $this->use, $tempo);
    }

    public function plan(Roadmap $roadmap): BowPlan
    {
        $strokes = $this->builder->build(Playing::of($this->line, $this->score->measures, $roadmap));
        $candidates =
            new Candidates($this->score, $this->part, $this->line, $strokes, $this->facts, $this->settings);
        $mender = new Mender($strokes, $this->facts, $candidates, $this->settings);
        $decisions = $mender->decide();
        $road = Road::drive($strokes, $this->facts, $decisions, $this->settings);
        $travel = (new TravelPlanner($this->line, $this->use, $this->facts, $this->settings))->plan($strokes, $road);
        $road->lift(array_keys($travel->lifts));
        $ways = fn (): WaysOut => new WaysOut(
            $this->part,
            $this->line,
            $strokes,
            $this->facts,
            $decisions,
            $candidates,
            $this->places ??= new Places($this->score, $this->part),
            $this->settings,
        );

        return new BowPlan(
            $this->notes($strokes, $road, $travel),
            [...$this->flags($strokes, $road, $ways), ...$this->goals($strokes, $road, $mender, $ways),
                ...$this->secondTimes($strokes, $road, $ways), ...$this->runOuts($strokes, $road, $travel)],
        );
    }

    /**
     * Goals the road does not reach.
     *
     * @param list<Stroke> $strokes
     * @param \Closure(): WaysOut $ways
     * @return list<Flag>
     */
    private function goals(array $strokes, Road $road, Mender $mender, \Closure $ways): array
    {
        $flags = [];
        foreach ($this->facts->goalEvents() as $event) {
            $index = $mender->strokeOf($event);
            $goal = $index === null ? null : $this->facts->goal($event, $strokes[$index]->head()->pass);
            if ($index === null || $goal === null || $road->directions[$index] === $goal['direction']) {
                continue;
            }
            $wanted = $goal['direction'];
            $flag = $this->flag(
                FlagCode::GoalMissed,
                "The goal here is {$wanted->value}, but the bow comes {$wanted->opposite()->value}: what is fixed before"
                    . ' and after leaves no place to turn it.',
                $event,
            );
            $from = $mender->lastFixed($index, $road);
            $flags[] = $flag->withWays($ways()->within(
                $from,
                $index,
                $road->directions[$from],
                static fn (Direction $direction): bool => $direction === $wanted,
            ));
        }

        return $flags;
    }

    /**
     * Strokes that come out differently on a later pass, told once for each stretch, with ways out where it leads back.
     *
     * @param list<Stroke> $strokes
     * @param \Closure(): WaysOut $ways
     * @return list<Flag>
     */
    private function secondTimes(array $strokes, Road $road, \Closure $ways): array
    {
        $flags = [];
        foreach ((new SecondTime($strokes, $road))->firstOfEachStretch() as $index) {
            $head = $strokes[$index]->head();
            $direction = $road->directions[$index];
            $flag = $this->flag(
                FlagCode::SecondTimeDiffers,
                self::nth($head->pass) . " time through comes out {$direction->value} here; the first time it is"
                    . " {$direction->opposite()->value}.",
                $head->event,
            );
            $back = $this->leadsBack($strokes, $index);
            $event = $head->event;
            $pass = $head->pass;
            $isClear = static fn (Road $try): bool
                => !isset((new SecondTime($strokes, $try))->byEvent()[$event][$pass]);
            $found = $ways()->between($back - 1, $index - 1, $isClear);
            $atSign = $strokes[$index]->onDownbeat && !$strokes[$index]->hasRestBefore()
                ? []
                : $ways()->between($index - 1, $index, $isClear, $pass);
            $flags[] = $flag->withWays(array_slice([...$atSign, ...$found], 0, 4));
        }

        return $flags;
    }

    /**
     * The first stroke of the measure that leads back to where a stroke stands.
     *
     * @param list<Stroke> $strokes
     */
    private function leadsBack(array $strokes, int $index): int
    {
        $at = max(1, $index - 1);
        $measure = $this->line->events[$strokes[$at]->head()->event]->measure;
        while ($at > 1 && $this->line->events[$strokes[$at - 1]->head()->event]->measure === $measure) {
            $at--;
        }

        return $at;
    }

    /**
     * Strokes for which the bow is too short, with the places where it could change.
     *
     * @param list<Stroke> $strokes
     * @return list<Flag>
     */
    private function runOuts(array $strokes, Road $road, TravelPlan $travel): array
    {
        $flags = [];
        $seen = [];
        $finder = new RunOutWays($this->score, $this->part, $this->line, $this->use, $this->tempo);
        foreach ($travel->runOuts as $index => $runOut) {
            $event = $strokes[$index]->head()->event;
            if (isset($seen[$event])) {
                continue;
            }
            $seen[$event] = true;
            $hair = (int) round($this->use->hair());
            $text = $runOut['alone']
                ? sprintf(
                    'The bow runs out: %.1f s on one bow need %d cm at the slowest, and there are %d.',
                    $runOut['seconds'],
                    (int) ceil($runOut['needs']),
                    $hair,
                )
                : sprintf(
                    'The bow runs out: this note needs %d cm at the slowest, and the strokes before leave only %d.',
                    (int) ceil($runOut['needs']),
                    (int) floor($travel->lengths[$index] ?? 0.0),
                );
            $this->places ??= new Places($this->score, $this->part);
            $flags[] = $this->flag(FlagCode::BowRunsOut, $text, $event)
                ->withWays($finder->ways($strokes[$index], $road->directions[$index], $this->places));
        }

        return $flags;
    }

    private static function nth(int $pass): string
    {
        return ['First', 'Second', 'Third', 'Fourth'][$pass - 1] ?? "{$pass}th";
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<string, NoteBow>
     */
    private function notes(array $strokes, Road $road, TravelPlan $travel): array
    {
        $notes = [];
        $numbers = [];
        $done = [];
        $number = 0;
        $others = (new SecondTime($strokes, $road))->byEvent();
        $advice = (new Advice($this->use))->of($strokes, $travel);
        foreach ($strokes as $index => $stroke) {
            $head = $stroke->head()->event;
            $numbers[$head] ??= ++$number;
            $direction = $road->directions[$index];
            foreach ($stroke->events as $position => $played) {
                $changes = $this->changes($played, $direction);
                if (!isset($done[$played->event])) {
                    $done[$played->event] = true;
                    $isHead = $position === 0;
                    $bow = new NoteBow(
                        $numbers[$head],
                        $direction,
                        $isHead ? $road->joins[$index] : $this->within($stroke, $position),
                        $road->origins[$index],
                        $road->whys[$index],
                        $isHead,
                        $changes,
                        $travel->places[$played->event][$played->pass]['from'] ?? null,
                        $travel->places[$played->event][$played->pass]['to'] ?? null,
                        isShownBySlur: $isHead && $stroke->link === Link::Hook && $road->joins[$index] === Join::Hook,
                        otherPasses: $isHead ? $others[$played->event] ?? [] : [],
                        advice: $isHead ? $advice[$index] ?? '' : '',
                    );
                    foreach ($this->line->events[$played->event]->noteheads() as $order => $notehead) {
                        $notes[$this->part->notes[$notehead]->id] = $this->notehead($bow, $played->event, $order);
                    }
                }
                foreach ($changes as $change) {
                    $direction = $change['for'] === 'all' || $change['for'] === 'outside'
                        ? $change['direction']
                        : $direction;
                }
            }
        }

        return $notes;
    }

    /** A note after its grace note joins by the slur; the noteheads of a chord begin together. */
    private function notehead(NoteBow $bow, int $event, int $order): NoteBow
    {
        $grace = count($this->line->events[$event]->graceBefore);
        $chord = count($this->line->events[$event]->notes);
        $isFirstSounding = $order === 0 || ($grace === 0 && $order < $chord);
        if ($isFirstSounding) {
            return $order === 0 ? $bow : $this->copy($bow, $bow->join, $bow->isHead);
        }

        return $this->copy($bow, Join::Slur, false);
    }

    private function copy(NoteBow $bow, Join $join, bool $isHead): NoteBow
    {
        return new NoteBow(
            $bow->stroke,
            $bow->direction,
            $join,
            $bow->origin,
            $bow->why,
            $isHead,
            $bow->changes,
            $bow->from,
            $bow->to,
            $bow->isShownBySlur && $isHead,
            $isHead ? $bow->otherPasses : [],
            $isHead ? $bow->advice : '',
        );
    }

    private function within(Stroke $stroke, int $position): Join
    {
        $before = $stroke->events[$position - 1];
        $here = $stroke->events[$position];

        return $this->links->between($before->event, $here->event, $here->isLeap) === Link::Tie ? Join::Tie : Join::Slur;
    }

    /** @return list<array{offset: \UprightPencil\Music\Fraction, direction: Direction, for: string}> */
    private function changes(PlayedEvent $played, Direction $direction): array
    {
        $changes = [];
        foreach ($this->facts->changes($played->event) as $mark) {
            $kind = $mark->kind();
            if (!$kind instanceof Kind\Change || $mark->inside === null || $kind->direction === $direction) {
                continue;
            }
            $direction = $kind->direction;
            $changes[] = ['offset' => $mark->inside, 'direction' => $direction, 'for' => $mark->for];
        }

        return $changes;
    }

    /**
     * @param list<Stroke> $strokes
     * @param \Closure(): WaysOut $ways
     * @return list<Flag>
     */
    private function flags(array $strokes, Road $road, \Closure $ways): array
    {
        $flags = [];
        foreach ($road->problems as $problem) {
            $code = $problem['kind'] === 'no-time' ? FlagCode::NoTimeToRetake : FlagCode::MarksContradict;
            $flags[] = $this->flag($code, $problem['text'] . '.', $strokes[$problem['stroke']]->head()->event);
        }
        foreach ($this->pulling($strokes, $road) as [$from, $to]) {
            $text = $this->pullingText($strokes, $road, $from, $to);
            $flags[] = $this->flag(FlagCode::MarksContradict, $text, $strokes[$to]->head()->event)
                ->withWays($ways()->within(
                    $from,
                    $to,
                    $road->directions[$from],
                    static fn (Direction $direction, bool $isForced): bool
                        => $direction === $road->directions[$to] && !$isForced,
                ));
        }

        return [...$flags, ...$this->marksInsideStrokes($strokes), ...$this->displaced()];
    }

    /**
     * Two fixed directions with the wrong number of strokes between them.
     *
     * @param list<Stroke> $strokes
     * @return list<array{int, int}>
     */
    private function pulling(array $strokes, Road $road): array
    {
        $pulling = [];
        $lastFact = null;
        $seen = [];
        foreach ($strokes as $index => $stroke) {
            $head = $stroke->head();
            if ($road->joins[$index] === Join::Start) {
                $lastFact = null;
            }
            if ($this->facts->direction($head->event, $head->pass) === null) {
                continue;
            }
            $isAsked = $this->facts->join($head->event, $head->pass) !== null || $stroke->link === Link::Hook;
            $isHook = $road->joins[$index] === Join::Hook;
            if ($lastFact !== null && $index - $lastFact > 1 && $isHook && !$isAsked && !isset($seen[$head->event])) {
                $seen[$head->event] = true;
                $pulling[] = [$lastFact, $index];
            }
            $lastFact = $index;
        }

        return $pulling;
    }

    /** @param list<Stroke> $strokes */
    private function pullingText(array $strokes, Road $road, int $from, int $to): string
    {
        $between = $to - $from - 1;
        $place = $this->place($strokes[$from]->head()->event);

        return "{$road->directions[$from]->value} at {$place} and {$road->directions[$to]->value} here, with {$between} "
            . ($between === 1 ? 'stroke' : 'strokes') . ' between: as it comes it would be '
            . "{$road->directions[$to]->opposite()->value}. The last two are hooked for now.";
    }

    /**
     * Marks that ask for a stroke where a slur or tie goes on.
     *
     * @param list<Stroke> $strokes
     * @return list<Flag>
     */
    private function marksInsideStrokes(array $strokes): array
    {
        $flags = [];
        $seen = [];
        foreach ($strokes as $stroke) {
            foreach ($stroke->events as $position => $played) {
                if ($position === 0 || isset($seen[$played->event])) {
                    continue;
                }
                $join = $this->facts->join($played->event, $played->pass) ?? $this->facts->goal($played->event, $played->pass);
                if ($join !== null) {
                    $seen[$played->event] = true;
                    $held = $this->within($stroke, $position) === Join::Tie ? 'tied' : 'slurred';
                    $flags[] = $this->flag(
                        FlagCode::MarksContradict,
                        "“{$join['mark']->kind()->words()}” stands here, but the note is {$held} to the one before:"
                            . ' no stroke begins.',
                        $played->event,
                    );
                }
            }
        }

        return $flags;
    }

    /** @return list<Flag> marks on notes that take no bow, and marks another mark took the place of */
    private function displaced(): array
    {
        $flags = [];
        $positions = $this->part->positionsById();
        foreach ($this->book->displaced as [$old, $new]) {
            $event = $this->line->eventOfNote[$positions[$old->from]] ?? null;
            if ($event !== null) {
                $flags[] = $this->flag(
                    FlagCode::MarksContradict,
                    "“{$old->kind()->words()}” and “{$new->kind()->words()}” are both marked here; the later one holds.",
                    $event,
                );
            }
        }
        foreach ($this->book->marks as $mark) {
            $event = $this->line->eventOfNote[$positions[$mark->from]] ?? null;
            $isForBow = in_array($mark->kind()->slot(), ['direction', 'join', 'change'], true);
            if ($event !== null && $mark->acts() && $isForBow && $this->builder->isSilent($event)) {
                $flags[] = $this->flag(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” stands at a note without a bow stroke (pizzicato or tremolo).",
                    $event,
                );
            }
        }

        return $flags;
    }

    private function flag(FlagCode $code, string $text, int $event): Flag
    {
        $of = $this->line->events[$event];
        $measure = $this->score->measures[$of->measure];

        return new Flag(
            $code,
            ucfirst($text),
            $this->part->id,
            $of->measure,
            $measure->meter->beatAt($of->offset),
            $this->part->notes[$of->notes[0]]->id,
        );
    }

    private function place(int $event): string
    {
        $of = $this->line->events[$event];
        $measure = $this->score->measures[$of->measure];

        return "measure {$measure->number} beat {$measure->meter->beatAt($of->offset)->toDecimal()}";
    }
}
