<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\FreshStartCause;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\NoRetake;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Direction;

/**
 * One drive along all strokes of a line: each turns round or not, as facts, decisions and the start rule say.
 */
final class StrokeDirections
{
    /** The commonest reason, by the direction before. */
    private const ALTERNATES = [
        'down' => 'alternates: the stroke before goes down',
        'up' => 'alternates: the stroke before goes up',
    ];

    /** @var list<Direction> how each stroke begins */
    public array $starts = [];
    /** @var list<Direction> how each stroke ends, after the changes inside it */
    public array $ends = [];
    /** @var array<int, BowConnection> */
    public array $joins = [];
    /** @var list<Origin> */
    public array $origins = [];
    /** @var array<int, string> in a sentence without its full stop */
    public array $whys = [];
    /** @var list<array{stroke: int, mark: Mark|null, text: string, kind: 'contradict'|'no-time'}> */
    public array $problems = [];

    private readonly StartRule $startRule;

    /** @var array<int, true> strokes whose direction repeats only because a fact asks for it */
    private array $forced = [];

    /** @param list<Stroke> $strokes */
    private function __construct(
        private readonly array $strokes,
        private readonly BowConstraints $constraints,
        private readonly Decisions $decisions,
        private readonly RetakeTime $retakes,
        private readonly BowSettings $settings,
        private readonly ?Direction $entering,
    ) {
        $this->startRule = new StartRule($strokes, $constraints, $decisions);
    }

    /**
     * @param list<Stroke> $strokes all of a line, or a stretch of them
     * @param Direction|null $entering how the first stroke of a stretch goes; null for the beginning of the line
     */
    public static function along(
        array $strokes,
        BowConstraints $constraints,
        Decisions $decisions,
        BowSettings $settings,
        ?Direction $entering = null,
    ): self {
        $directions = new self($strokes, $constraints, $decisions, new RetakeTime($settings), $settings, $entering);
        foreach (array_keys($strokes) as $index) {
            $directions->step($index);
        }

        return $directions;
    }

    /**
     * Rests in which the bow is set anew without turning: known once the travel is planned.
     *
     * @param list<int> $strokes
     */
    public function lift(array $strokes): void
    {
        foreach ($strokes as $index) {
            if (isset($this->whys[$index]) && $this->joins[$index] === BowConnection::Change) {
                $this->joins[$index] = BowConnection::Lift;
                $this->whys[$index] .= ', and the rest gives time to set the bow where the next notes need it';
            }
        }
    }

    /** Whether a stroke repeats the direction before it only because its own is fixed. */
    public function isForced(int $index): bool
    {
        return isset($this->forced[$index]);
    }

    /** Whether a stroke takes its direction from what follows it. */
    public function startsAfresh(int $index): bool
    {
        $stroke = $this->strokes[$index];
        if ($stroke->freshStart === FreshStartCause::Beginning) {
            return true;
        }
        if ($this->joinMark($index) !== null || $this->decisions->at($stroke->head()->event, $stroke->head()->pass) !== null) {
            return false;
        }

        return $stroke->freshStart !== null
            || ($this->settings->school === BowSchool::Downbeat && $stroke->hasRestBefore()
                && $this->retakes->isEnough($this->strokes[$index - 1], $stroke));
    }

    private function step(int $index): void
    {
        $stroke = $this->strokes[$index];
        $fact = $this->constraints->direction($stroke->head()->event, $stroke->head()->pass);
        if ($index === 0 && $this->entering !== null) {
            $this->starts[] = $this->entering;
            $this->origins[] = self::origin($fact);
            $this->joins[] = BowConnection::Start;
            $this->whys[] = 'as the road came here';
        } elseif ($this->startsAfresh($index)) {
            $this->start($index, $fact);
        } else {
            $this->follow($index, $fact);
        }
        $direction = $this->starts[$index];
        foreach ($stroke->events as $played) {
            foreach ($this->constraints->changes($played->event) as $mark) {
                if ($mark->pass !== null && $mark->pass !== $played->pass) {
                    continue;
                }
                $kind = $mark->kind();
                // The place of a change holds on every pass; its direction is what the first time brings.
                if ($kind instanceof Change && $kind->direction === $direction && $played->pass === 1) {
                    $this->problems[] = [
                        'stroke' => $index,
                        'mark' => $mark,
                        'text' => "The mark asks for a change to {$direction->value} inside this note,"
                            . " but the bow already goes {$direction->value}",
                        'kind' => 'contradict',
                    ];
                    continue;
                }
                $direction = $direction->opposite();
            }
        }
        $this->ends[] = $direction;
    }

    /** @param array{direction: Direction, mark: Mark|null}|null $fact */
    private function start(int $index, ?array $fact): void
    {
        $freshStart = $this->strokes[$index]->freshStart;
        if ($fact !== null) {
            $direction = $fact['direction'];
            $why = $fact['mark'] === null ? 'printed in the edition' : 'marked so';
        } else {
            [$direction, $why] = $this->startRule->at($index);
            if ($freshStart !== null && $freshStart !== FreshStartCause::Beginning) {
                $why = "starts afresh after {$freshStart->words()}: {$why}";
            } elseif ($freshStart === null) {
                $why = "starts afresh after the rest: {$why}";
            }
        }
        $this->starts[] = $direction;
        $this->origins[] = self::origin($fact);
        $this->whys[] = $why;
        $join = BowConnection::Start;
        if ($freshStart === null) {
            $join = $this->ends[$index - 1] === $direction ? BowConnection::Retake : BowConnection::Change;
        }
        if ($join === BowConnection::Retake && $fact === null) {
            $this->whys[$index] = 'retaken in the rest, there is time: ' . $this->startRule->at($index)[1];
        }
        $this->joins[] = $join;
        $mark = $this->joinMark($index);
        if ($mark !== null) {
            $this->problems[] = [
                'stroke' => $index,
                'mark' => $mark,
                'text' => "“{$mark->kind()->words()}” stands at the first stroke: there is none before it to join",
                'kind' => 'contradict',
            ];
        }
    }

    /** @param array{direction: Direction, mark: Mark|null}|null $fact */
    private function follow(int $index, ?array $fact): void
    {
        $stroke = $this->strokes[$index];
        $before = $this->ends[$index - 1];
        $mark = $this->joinMark($index);
        $decision = $this->decisions->at($stroke->head()->event, $stroke->head()->pass);
        [$join, $why, $origin] = match (true) {
            $mark !== null => [self::markedJoin($mark), 'marked so', Origin::Mark],
            $decision !== null => [$decision['join'], $decision['why'], Origin::WorkedOut],
            $stroke->link === SlurLink::Hook
                => [BowConnection::Hook, 'one bow for the slur, the notes stopped apart', Origin::WorkedOut],
            default => [BowConnection::Change, self::ALTERNATES[$before->value], Origin::WorkedOut],
        };
        $direction = $join->repeatsDirection() ? $before : $before->opposite();
        if ($fact !== null) {
            [$join, $why] = $this->fixed($index, $fact, $mark, $join, $direction);
            $direction = $fact['direction'];
            $origin = self::origin($fact);
        } elseif ($mark !== null) {
            $why = match ($join) {
                BowConnection::Hook => "hooked by a mark: {$direction->value} again without leaving the string",
                BowConnection::Retake => "retaken by a mark: {$direction->value} again from where the bow is set",
                BowConnection::Lift => "lifted by a mark: the bow is set again and turns {$direction->value}",
                default => self::ALTERNATES[$before->value],
            };
        }
        if ($mark !== null && $mark->kind() instanceof NoRetake && $fact === null) {
            $origin = Origin::WorkedOut;
        }
        $this->checkTime($index, $join, $mark);
        $this->starts[] = $direction;
        $this->joins[] = $join;
        $this->origins[] = $origin;
        $this->whys[] = $why;
    }

    /**
     * A printed or marked direction, whatever would have come: how the bow gets there.
     *
     * @param array{direction: Direction, mark: Mark|null} $fact
     * @return array{BowConnection, string}
     */
    private function fixed(int $index, array $fact, ?Mark $mark, BowConnection $join, Direction $direction): array
    {
        $stroke = $this->strokes[$index];
        $by = $fact['mark'] === null ? 'printed in the edition' : 'marked so';
        $isSame = $fact['direction'] === $this->ends[$index - 1];
        $hasComma = $this->constraints->hasCommaAfter($this->strokes[$index - 1]->last()->event);
        if ($direction === $fact['direction'] && ($mark !== null || !$hasComma)) {
            return [$join, $join === BowConnection::Change ? "{$by}, and it alternates" : $by];
        }
        if ($mark !== null && $direction !== $fact['direction'] && !$mark->kind() instanceof NoRetake) {
            $this->problems[] = [
                'stroke' => $index,
                'mark' => $mark,
                'text' => "“{$mark->kind()->words()}” would make this {$direction->value},"
                    . " but it is {$by} {$fact['direction']->value}",
                'kind' => 'contradict',
            ];
        }
        if (!$isSame) {
            return [$hasComma ? BowConnection::Lift : BowConnection::Change, $by];
        }
        $hasTime = $this->retakes->isEnough($this->strokes[$index - 1], $stroke);
        if ($hasComma || ($stroke->hasRestBefore() && $hasTime)) {
            return [BowConnection::Retake, "{$by}: the bow is carried back" . ($stroke->hasRestBefore() ? ' in the rest' : '')];
        }

        $this->forced[$index] = true;

        return [BowConnection::Hook, "{$by}: the stroke before goes {$fact['direction']->value} too"];
    }

    private function checkTime(int $index, BowConnection $join, ?Mark $mark): void
    {
        $stroke = $this->strokes[$index];
        $before = $this->strokes[$index - 1];
        if ($join === BowConnection::Retake && $mark !== null) {
            $enough = $this->retakes->isEnough($before, $stroke)
                || (!$stroke->hasRestBefore() && $this->retakes->canBorrow($before));
            if (!$enough) {
                $this->problems[] = [
                    'stroke' => $index,
                    'mark' => $mark,
                    'text' => sprintf(
                        'No time to lift: the way back takes %.2f s, and there %s %.2f s',
                        $this->retakes->needed($before),
                        $stroke->hasRestBefore() ? 'is a rest of' : 'is no rest, only',
                        $this->retakes->available($before, $stroke),
                    ),
                    'kind' => 'no-time',
                ];
            }
        }
        if ($join === BowConnection::Hook && $mark !== null && $stroke->gapSeconds === 0.0) {
            $fast = $this->settings->fastSeconds;
            if ($before->seconds < $fast && $stroke->seconds < $fast) {
                $this->problems[] = [
                    'stroke' => $index,
                    'mark' => $mark,
                    'text' => sprintf(
                        'Too fast to hook: the two notes last %.2f s and %.2f s',
                        $before->seconds,
                        $stroke->seconds,
                    ),
                    'kind' => 'contradict',
                ];
            }
        }
    }

    private function joinMark(int $index): ?Mark
    {
        $head = $this->strokes[$index]->head();

        return $this->constraints->join($head->event, $head->pass)['mark'] ?? null;
    }

    public static function markedJoin(Mark $mark): BowConnection
    {
        return match (true) {
            $mark->kind() instanceof Hook => BowConnection::Hook,
            $mark->kind() instanceof Retake => BowConnection::Retake,
            $mark->kind() instanceof Lift => BowConnection::Lift,
            default => BowConnection::Change,
        };
    }

    /** @param array{direction: Direction, mark: Mark|null}|null $fact */
    private static function origin(?array $fact): Origin
    {
        return match (true) {
            $fact === null => Origin::WorkedOut,
            $fact['mark'] === null => Origin::Printed,
            default => Origin::Mark,
        };
    }
}
