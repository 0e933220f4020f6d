<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Bowing\Settings\LongChange;
use UprightPencil\Marks\CrossedOutSlurs;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\ContactPoint;
use UprightPencil\Marks\Kind\Bow\NoSign;
use UprightPencil\Marks\Kind\Bow\PartOfBow;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\Kind\Text\Advice;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Which bowing signs the page shows.
 *
 * At every density both ends of a hook, retakes and lifts with their comma, fresh starts, all marks, and what the edition prints.
 * With a sign in every measure, a reader who starts at any measure gets the same strokes.
 */
final readonly class BowPrinting
{
    /** Written at a note whose change nobody is to hear. */
    private const LOOSELY = 'not together';

    /** @param bool $signsTheEnd whether the last stroke says its direction too: a file that is read again must not think anew of its end */
    public function __construct(
        private BowDensity $density = BowDensity::Some,
        private LongChange $longChange = LongChange::Exact,
        private bool $signsTheEnd = false,
    ) {
    }

    /**
     * @param MarkBook $book with open choices tried
     * @param list<Mark> $choices what the class has not decided yet: both are shown
     * @return array<string, NotePrint> by note id; notes without any are not listed
     */
    public function prints(Score $score, Part $part, MarkBook $book, BowPlan $plan, array $choices = []): array
    {
        $open = [];
        foreach ($choices as $choice) {
            $open[$choice->from][] = $choice;
        }
        $prints = [];
        foreach (Line::allOf($score, $part) as $line) {
            $prints += $this->line($score, $part, $line, $book, $plan, $open);
        }

        return $prints;
    }

    /** @return array<string, true> ids of the notes at which a direction is shown */
    public function signed(Score $score, Part $part, BowPlan $plan): array
    {
        $ids = [];
        foreach (Line::allOf($score, $part) as $line) {
            foreach (array_keys($this->signs($score, $part, $line, $plan)) as $event) {
                $ids[self::headOf($part, $line->events[$event])] = true;
            }
        }

        return $ids;
    }

    /**
     * @param array<string, list<Mark>> $choices by note id
     * @return array<string, NotePrint>
     */
    private function line(Score $score, Part $part, Line $line, MarkBook $book, BowPlan $plan, array $choices): array
    {
        $crossedOut = self::crossedOut($book);
        $slurs = $this->slurs($part, $book);
        $words = self::words($score, $part, $book);
        $isSign = $this->signs($score, $part, $line, $plan);
        $prints = [];
        $measures = $score->measures;
        foreach ($line->events as $index => $event) {
            $id = self::headOf($part, $event);
            $bow = $plan->at($id);
            $printed = self::printedSign($part, $event);
            $sign = $bow !== null && isset($isSign[$index]) ? $bow->direction : null;
            $goesOn = $bow === null || ($bow->changes === []
                && in_array($bow->connection, [BowConnection::Change, BowConnection::Slur, BowConnection::Tie], true));
            $hasMark = isset($slurs['added'][$id]) || isset($slurs['taken'][$id]) || isset($words[$id]) || isset($choices[$id]);
            if ($goesOn && !$hasMark && $sign === null && $printed === null) {
                continue;
            }
            $before = $index > 0 ? self::lastOf($part, $line->events[$index - 1]) : null;
            $isHook = $bow !== null && $bow->isHead && $bow->connection === BowConnection::Hook && !$bow->isShownBySlur
                && !isset($bow->otherPasses[1]) && !self::isOpen($choices[$id] ?? []);
            $hasComma = $bow !== null && $bow->isHead && !isset($bow->otherPasses[1])
                && in_array($bow->connection, [BowConnection::Retake, BowConnection::Lift], true);
            $meter = $measures[$event->measure]->meter;
            $changes = [];
            foreach ($bow->changes ?? [] as $change) {
                $changes[] = new PrintedChange($change, $meter->beatAt($event->offset->plus($change->offset))->toDecimal());
            }
            // The bow changes inside the note itself, not in the grace notes its stroke begins with.
            $main = $part->notes[$event->notes[0]]->id;
            if ($changes !== [] && $main !== $id) {
                $prints[$main] = new NotePrint(changes: $changes);
                $changes = [];
            }
            $print = new NotePrint(
                $sign,
                $sign !== null && $printed !== $sign,
                $printed !== null && (isset($crossedOut[$id]) || ($bow !== null && $printed !== $bow->direction)),
                $isHook ? $before : null,
                $isHook,
                $hasComma ? $before : null,
                $bow?->connection === BowConnection::Lift,
                $slurs['added'][$id] ?? [],
                $slurs['taken'][$id] ?? [],
                $this->withLoose($words[$id] ?? [], $changes),
                $changes,
                $sign === null ? [] : $bow->otherPasses,
                $choices[$id] ?? [],
            );
            if (!$print->isEmpty()) {
                $prints[$id] = $print;
            }
        }

        foreach ($this->besideHeads($part, $line, $slurs, $words, $choices) as $id => $print) {
            $prints[$id] = isset($prints[$id]) ? $print->withChanges($prints[$id]->changes) : $print;
        }

        return $prints;
    }

    /**
     * What stands at grace notes and at the upper notes of a chord: slurs, words and open choices.
     *
     * @param array{added: array<string, list<string>>, taken: array<string, list<string>>} $slurs
     * @param array<string, list<string>> $words
     * @param array<string, list<Mark>> $choices
     * @return array<string, NotePrint> by note id
     */
    private function besideHeads(Part $part, Line $line, array $slurs, array $words, array $choices): array
    {
        $prints = [];
        $positions = $part->positionsById();
        foreach ($slurs['added'] + $slurs['taken'] + $words + $choices as $id => $_) {
            $id = (string) $id;
            $event = $line->eventOfNote[$positions[$id]] ?? null;
            if ($event !== null && self::headOf($part, $line->events[$event]) !== $id) {
                $prints[$id] = new NotePrint(
                    slursTo: $slurs['added'][$id] ?? [],
                    slursTakenOut: $slurs['taken'][$id] ?? [],
                    words: $words[$id] ?? [],
                    choices: $choices[$id] ?? [],
                );
            }
        }

        return $prints;
    }

    /**
     * What is written at a note, and that its changes are not for all at once where the class is used to that.
     *
     * @param list<string> $words
     * @param list<PrintedChange> $changes
     * @return list<string>
     */
    private function withLoose(array $words, array $changes): array
    {
        $isSaid = $this->longChange === LongChange::Exact || $changes === [] || in_array(self::LOOSELY, $words, true);

        return $isSaid ? $words : [...$words, self::LOOSELY];
    }

    /** @return array<int, true> events whose direction is shown */
    private function signs(Score $score, Part $part, Line $line, BowPlan $plan): array
    {
        $signs = [];
        $lastHead = null;
        $lastSign = PHP_INT_MIN;
        $measureDone = -1;
        $before = null;
        $isOffBeat = $differs = false;
        foreach ($line->events as $index => $event) {
            $bow = $plan->at(self::headOf($part, $event));
            if ($bow === null) {
                $before = null;
                continue;
            }
            if ($bow->isHead) {
                $afterRest = $before === null || $before->end()->isLessThan($event->onset);
                $wasOffBeat = $isOffBeat && $before === ($line->events[$lastHead] ?? null);
                $measure = $score->measures[$event->measure];
                $isOffBeat = $afterRest && $event->onset->isPositive() && $event->duration->compare($measure->meter->pulse()) <= 0;
                $isNew = $event->measure !== $measureDone;
                [$differed, $differs] = [$differs, $bow->otherPasses !== []];
                $isShown = $this->isNeeded($bow) || ($differs && !$differed)
                    || ($isNew && $event->measure - $lastSign >= $this->density->remindsAfter());
                if ($this->density !== BowDensity::Few) {
                    // Off-beats in a row carry one sign.
                    $isRun = $isOffBeat && $wasOffBeat && $this->density === BowDensity::Some;
                    $isShown = $isShown || ($afterRest && !$isRun) || ($isNew && $measure->endingStarts);
                }
                if ($isShown) {
                    $signs[$index] = true;
                    $lastSign = $event->measure;
                }
                if ($bow->connection === BowConnection::Hook && !$bow->isShownBySlur && $lastHead !== null) {
                    $signs[$lastHead] = true;
                }
                $lastHead = $index;
                $measureDone = $event->measure;
            }
            $before = $event;
        }
        if ($lastHead !== null && $this->signsTheEnd) {
            $signs[$lastHead] = true;
        }

        return $signs;
    }

    /** Whether a direction is fixed, or comes otherwise than by turning. */
    private function isNeeded(NoteBow $bow): bool
    {
        return $bow->origin !== Origin::WorkedOut || $bow->isMarkedOnSomePasses()
            || ($bow->connection !== BowConnection::Change && !$bow->isShownBySlur);
    }

    /**
     * @return array{added: array<string, list<string>>, taken: array<string, list<string>>} note ids by note id
     */
    private function slurs(Part $part, MarkBook $book): array
    {
        $added = $taken = [];
        foreach ($book->acting(SlurTo::class) as $mark) {
            $added[$mark->from][] = $mark->targets[0];
        }
        $crossedOut = CrossedOutSlurs::of($part, $book);
        foreach ($part->slurs as $slur) {
            if ($crossedOut->has($slur)) {
                $taken[$part->notes[$slur->from]->id][] = $part->notes[$slur->to]->id;
            }
        }

        return ['added' => $added, 'taken' => $taken];
    }

    /** @return array<string, true> */
    private static function crossedOut(MarkBook $book): array
    {
        $ids = [];
        foreach ($book->acting(NoSign::class) as $mark) {
            $ids[$mark->from] = true;
        }

        return $ids;
    }

    /** @return array<string, list<string>> */
    private static function words(Score $score, Part $part, MarkBook $book): array
    {
        $words = [];
        foreach ([Words::class, Advice::class, PartOfBow::class, ContactPoint::class] as $class) {
            foreach ($book->acting($class) as $mark) {
                $kind = $mark->kind();
                $words[$mark->from][] = match (true) {
                    $kind instanceof Words => $kind->text,
                    $kind instanceof Advice => $kind->printed(self::beats($score, $part, $mark->from)),
                    $kind instanceof ContactPoint => $kind->words(),
                    default => $kind->plainWords(),
                };
            }
        }

        return $words;
    }

    /** @return list<int> how many beats a note sounds in each measure, with what is tied to it */
    private static function beats(Score $score, Part $part, string $id): array
    {
        $at = $part->positionsById()[$id];
        $note = $part->notes[$at];
        $lasts = [$note->measure => $note->duration->toFloat()];
        for ($next = $at + 1; isset($part->notes[$next]); $next++) {
            $more = $part->notes[$next];
            if ($more->line !== $note->line || $more->inChord) {
                continue;
            }
            if (!$more->tieStop) {
                break;
            }
            $lasts[$more->measure] = ($lasts[$more->measure] ?? 0.0) + $more->duration->toFloat();
        }

        $pulse = static fn (int $measure): float => $score->measures[$measure]->meter->pulse()->toFloat();

        return array_map(
            static fn (int $measure, float $quarters): int => (int) round($quarters / $pulse($measure)),
            array_keys($lasts),
            $lasts,
        );
    }

    /**
     * Whether the direction is one of the things left open: how it is reached is then nothing to pencil in yet.
     *
     * @param list<Mark> $choices
     */
    private static function isOpen(array $choices): bool
    {
        foreach ($choices as $choice) {
            foreach ($choice->kinds as $kind) {
                if ($kind instanceof BowDirection) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function printedSign(Part $part, Event $event): ?\UprightPencil\Music\Direction
    {
        foreach ($event->noteheads() as $position) {
            if ($part->notes[$position]->printedBow !== null) {
                return $part->notes[$position]->printedBow;
            }
        }

        return null;
    }

    /** Where the stroke of an event begins: at its grace notes, where it has some. */
    private static function headOf(Part $part, Event $event): string
    {
        return $part->notes[$event->noteheads()[0]]->id;
    }

    private static function lastOf(Part $part, Event $event): string
    {
        return $part->notes[$event->notes[0]]->id;
    }
}
