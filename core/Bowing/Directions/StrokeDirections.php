<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\InRest;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\FixedDirection;
use UprightPencil\Bowing\Strokes\FreshStartCause;
use UprightPencil\Bowing\Strokes\InnerChanges;
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
use UprightPencil\Review\FlagCode;

/**
 * Which way each stroke of a line goes: it turns round or not, as what is fixed, what is decided and the start rule say.
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
    public array $connections = [];
    /** @var list<Origin> */
    public array $origins = [];
    /** @var array<int, string> in a sentence without its full stop */
    public array $whys = [];
    /** @var list<DirectionProblem> */
    public array $problems = [];

    private readonly StartRule $startRule;
    private readonly InnerChanges $inner;

    /** @var array<int, true> strokes whose direction repeats only because a mark or a printed sign asks for it */
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
        $this->inner = new InnerChanges($constraints);
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
        $directions->upTo(count($strokes) - 1);

        return $directions;
    }

    /**
     * The same for a line that is still being decided: no stroke has a direction yet.
     *
     * @param list<Stroke> $strokes all of a line
     * @param Decisions $decisions what is added to it counts for the strokes that come after
     */
    public static function begin(array $strokes, BowConstraints $constraints, Decisions $decisions, BowSettings $settings): self
    {
        return new self($strokes, $constraints, $decisions, new RetakeTime($settings), $settings, null);
    }

    /** The event that another is done for, or that does something for it, where a stroke begins as it was decided. */
    public function related(int $index): ?int
    {
        return $this->markedConnection($index) === null ? $this->decisions->related($this->strokes[$index]->head()->event) : null;
    }

    /** Goes on to a stroke, that one too. */
    public function upTo(int $last): void
    {
        for ($index = count($this->starts); $index <= $last; $index++) {
            $this->step($index);
        }
    }

    /**
     * Rests in which the bow is set anew without turning: known once the bow is distributed.
     *
     * @param list<int> $strokes
     */
    public function lift(array $strokes): void
    {
        foreach ($strokes as $index) {
            if (isset($this->whys[$index]) && $this->connections[$index] === BowConnection::Change) {
                $this->connections[$index] = BowConnection::Lift;
                $this->whys[$index] .= ', and the rest gives time to set the bow where the next notes need it';
            }
        }
    }

    /**
     * Adds to the reason of a stroke.
     *
     * @param string $words "as at m. 9"
     */
    public function adds(int $index, string $words): void
    {
        $this->whys[$index] = "{$this->whys[$index]}, {$words}";
    }

    /** Whether a stroke repeats the direction before it only because its own is fixed. */
    public function isForced(int $index): bool
    {
        return isset($this->forced[$index]);
    }

    /** Whether how a stroke is reached is marked or printed for this time through, or for all. */
    public function isAsked(int $index): bool
    {
        return $this->markedConnection($index) !== null;
    }

    /** Whether a stroke takes its direction from what follows it. */
    public function startsAfresh(int $index): bool
    {
        $stroke = $this->strokes[$index];
        if ($stroke->freshStart === FreshStartCause::Beginning) {
            return true;
        }
        if ($this->markedConnection($index) !== null || $this->decisions->at($stroke->head()->event, $stroke->head()->pass) !== null) {
            return false;
        }

        return $stroke->freshStart !== null
            || ($this->settings->school === BowSchool::Downbeat && $this->settings->rests === InRest::Circle && $stroke->hasRestBefore()
                && $this->retakes->isEnough($this->strokes[$index - 1], $stroke));
    }

    private function step(int $index): void
    {
        $stroke = $this->strokes[$index];
        $fixed = $this->constraints->direction($stroke->head()->event, $stroke->head()->pass);
        if ($index === 0 && $this->entering !== null) {
            $this->starts[] = $this->entering;
            $this->origins[] = self::origin($fixed);
            $this->connections[] = BowConnection::Start;
            $this->whys[] = 'as the road came here';
        } elseif ($this->startsAfresh($index)) {
            $this->start($index, $fixed);
        } else {
            $this->follow($index, $fixed);
        }
        $direction = $this->starts[$index];
        foreach ($stroke->events as $played) {
            foreach ($this->inner->refused($played, $direction) as $refused) {
                $goes = $refused->goes->value;
                $this->problems[] = new DirectionProblem(
                    $index,
                    $refused->mark,
                    "The mark asks for a change to {$goes} inside this note, but the bow already goes {$goes}",
                );
            }
            $direction = $this->inner->leaving($played, $direction);
        }
        $this->ends[] = $direction;
    }

    private function start(int $index, ?FixedDirection $fixed): void
    {
        $freshStart = $this->strokes[$index]->freshStart;
        if ($fixed !== null) {
            $direction = $fixed->direction;
            $why = $fixed->by();
        } else {
            $start = $this->startRule->at($index);
            [$direction, $why] = [$start->direction, $start->why];
            if ($freshStart !== null && $freshStart !== FreshStartCause::Beginning) {
                $why = "starts afresh after {$freshStart->words()}: {$why}";
            } elseif ($freshStart === null) {
                $why = "starts afresh after the rest: {$why}";
            }
        }
        $this->starts[] = $direction;
        $this->origins[] = self::origin($fixed);
        $this->whys[] = $why;
        $connection = BowConnection::Start;
        if ($freshStart === null) {
            $connection = $this->ends[$index - 1] === $direction ? BowConnection::Retake : BowConnection::Change;
        }
        if ($connection === BowConnection::Retake && $fixed === null) {
            $this->whys[$index] = 'retaken in the rest, there is time: ' . $this->startRule->at($index)->why;
        }
        $this->connections[] = $connection;
        $mark = $this->markedConnection($index);
        if ($mark !== null) {
            $sentence = "“{$mark->kind()->words()}” stands at the first stroke: there is none before it to join";
            $this->problems[] = new DirectionProblem($index, $mark, $sentence);
        }
    }

    private function follow(int $index, ?FixedDirection $fixed): void
    {
        $stroke = $this->strokes[$index];
        $before = $this->ends[$index - 1];
        $mark = $this->markedConnection($index);
        $decision = $this->decisions->at($stroke->head()->event, $stroke->head()->pass);
        [$connection, $why, $origin] = match (true) {
            $mark !== null => [BowConnection::of($mark), 'marked so', Origin::Mark],
            $decision !== null => [$decision->connection, $decision->why, Origin::WorkedOut],
            $stroke->link === SlurLink::Hook
                => [BowConnection::Hook, 'one bow for the slur, the notes stopped apart', Origin::WorkedOut],
            default => [BowConnection::Change, self::ALTERNATES[$before->value], Origin::WorkedOut],
        };
        $served = $mark === null && $decision === null ? $this->decisions->servedBy($stroke->head()->event) : '';
        $why .= $served === '' ? '' : "; {$served}";
        $direction = $connection->repeatsDirection() ? $before : $before->opposite();
        if ($fixed !== null) {
            [$connection, $why] = $this->fixed($index, $fixed, $mark, $connection, $direction);
            $direction = $fixed->direction;
            $origin = self::origin($fixed);
        } elseif ($mark !== null) {
            $why = match ($connection) {
                BowConnection::Hook => "hooked by a mark: {$direction->value} again without leaving the string",
                BowConnection::Retake => "retaken by a mark: {$direction->value} again from where the bow is set",
                BowConnection::Lift => "lifted by a mark: the bow is set again and turns {$direction->value}",
                default => self::ALTERNATES[$before->value],
            };
        }
        if ($mark !== null && $mark->kind() instanceof NoRetake && $fixed === null) {
            $origin = Origin::WorkedOut;
        }
        $this->checkTime($index, $connection, $mark);
        $this->starts[] = $direction;
        $this->connections[] = $connection;
        $this->origins[] = $origin;
        $this->whys[] = $why;
    }

    /**
     * A printed or marked direction, whatever would have come: how the bow gets there.
     *
     * @return array{BowConnection, string}
     */
    private function fixed(int $index, FixedDirection $fixed, ?Mark $mark, BowConnection $connection, Direction $direction): array
    {
        $stroke = $this->strokes[$index];
        $by = $fixed->by();
        $isSame = $fixed->direction === $this->ends[$index - 1];
        $hasComma = $this->constraints->hasCommaAfter($this->strokes[$index - 1]->last()->event);
        if ($direction === $fixed->direction && ($mark !== null || !$hasComma)) {
            return [$connection, $connection === BowConnection::Change ? "{$by}, and it alternates" : $by];
        }
        if ($mark !== null && $direction !== $fixed->direction && !$mark->kind() instanceof NoRetake) {
            $this->problems[] = new DirectionProblem($index, $mark, "“{$mark->kind()->words()}” would make this {$direction->value},"
                    . " but it is {$by} {$fixed->direction->value}");
        }
        if (!$isSame) {
            return [$hasComma ? BowConnection::Lift : BowConnection::Change, $by];
        }
        $hasTime = $this->retakes->isEnough($this->strokes[$index - 1], $stroke);
        if ($hasComma || ($stroke->hasRestBefore() && $hasTime)) {
            return [BowConnection::Retake, "{$by}: the bow is carried back" . ($stroke->hasRestBefore() ? ' in the rest' : '')];
        }

        $this->forced[$index] = true;

        return [BowConnection::Hook, "{$by}: the stroke before goes {$fixed->direction->value} too"];
    }

    private function checkTime(int $index, BowConnection $connection, ?Mark $mark): void
    {
        $stroke = $this->strokes[$index];
        $before = $this->strokes[$index - 1];
        if ($connection === BowConnection::Retake && $mark !== null) {
            $enough = $this->retakes->isEnough($before, $stroke)
                || (!$stroke->hasRestBefore() && $this->retakes->canBorrow($before));
            if (!$enough) {
                $this->problems[] = new DirectionProblem($index, $mark, sprintf(
                    'No time to lift: the way back takes %.2f s, and there %s %.2f s',
                    $this->retakes->needed($before),
                    $stroke->hasRestBefore() ? 'is a rest of' : 'is no rest, only',
                    $this->retakes->available($before, $stroke),
                ), FlagCode::NoTimeToRetake);
            }
        }
        if ($connection === BowConnection::Hook && $mark !== null && $stroke->gapSeconds === 0.0) {
            $fast = $this->settings->fastSeconds;
            if ($before->seconds < $fast && $stroke->seconds < $fast) {
                $this->problems[] = new DirectionProblem($index, $mark, sprintf(
                    'Too fast to hook: the two notes last %.2f s and %.2f s',
                    $before->seconds,
                    $stroke->seconds,
                ));
            }
        }
    }

    private function markedConnection(int $index): ?Mark
    {
        $head = $this->strokes[$index]->head();

        return $this->constraints->connection($head->event, $head->pass);
    }

    private static function origin(?FixedDirection $fixed): Origin
    {
        return match (true) {
            $fixed === null => Origin::WorkedOut,
            $fixed->mark === null => Origin::Printed,
            default => Origin::Mark,
        };
    }
}
