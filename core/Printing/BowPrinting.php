<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\NoSign;
use UprightPencil\Marks\Kind\Bow\NoSlurs;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Event;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Which bowing signs the page shows: enough that a reader who starts at any measure gets the same strokes.
 *
 * The first stroke of each measure, every stroke after a rest, both ends of a hook, retakes and lifts with their comma,
 * all marks, and what the edition prints.
 */
final readonly class BowPrinting
{
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
            foreach (array_keys($this->signs($part, $line, $plan)) as $event) {
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
        $words = self::words($book);
        $isSign = $this->signs($part, $line, $plan);
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
                && !self::isOpen($choices[$id] ?? []);
            $hasComma = $bow !== null && $bow->isHead && in_array($bow->connection, [BowConnection::Retake, BowConnection::Lift], true);
            $meter = $measures[$event->measure]->meter;
            $changes = [];
            foreach ($bow->changes ?? [] as $change) {
                $changes[] = new PrintedChange($change, $meter->beatAt($event->offset->plus($change->offset))->toDecimal());
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
                $words[$id] ?? [],
                $changes,
                $sign === null ? [] : $bow->otherPasses,
                $choices[$id] ?? [],
            );
            if (!$print->isEmpty()) {
                $prints[$id] = $print;
            }
        }

        return $prints;
    }

    /** @return array<int, true> events whose direction is shown */
    private function signs(Part $part, Line $line, BowPlan $plan): array
    {
        $signs = [];
        $lastHead = null;
        $measureDone = -1;
        $before = null;
        foreach ($line->events as $index => $event) {
            $bow = $plan->at(self::headOf($part, $event));
            if ($bow === null) {
                $before = null;
                continue;
            }
            if ($bow->isHead) {
                $isFirst = $event->measure !== $measureDone;
                $afterRest = $before === null || $before->end()->isLessThan($event->onset);
                $isFixed = $bow->origin !== Origin::WorkedOut;
                $isShown = $isFirst || $isFixed || ($bow->connection !== BowConnection::Change && !$bow->isShownBySlur) || $afterRest;
                if ($isShown) {
                    $signs[$index] = true;
                }
                if ($bow->connection === BowConnection::Hook && !$bow->isShownBySlur && $lastHead !== null) {
                    $signs[$lastHead] = true;
                }
                $lastHead = $index;
                $measureDone = $event->measure;
            }
            $before = $event;
        }

        return $signs;
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
        $position = $part->positionsById();
        $ranges = array_map(
            static fn (Mark $mark): array => [$position[$mark->from], $position[$mark->to]],
            $book->acting(NoSlurs::class),
        );
        foreach ($part->slurs as $slur) {
            foreach ($ranges as [$from, $to]) {
                if ($slur->from >= $from && $slur->from <= $to) {
                    $taken[$part->notes[$slur->from]->id][] = $part->notes[$slur->to]->id;
                    break;
                }
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
    private static function words(MarkBook $book): array
    {
        $words = [];
        foreach ($book->acting(Words::class) as $mark) {
            $kind = $mark->kind();
            if ($kind instanceof Words) {
                $words[$mark->from][] = $kind->text;
            }
        }

        return $words;
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
        foreach ($event->notes as $position) {
            if ($part->notes[$position]->printedBow !== null) {
                return $part->notes[$position]->printedBow;
            }
        }

        return null;
    }

    private static function headOf(Part $part, Event $event): string
    {
        return $part->notes[$event->notes[0]]->id;
    }

    private static function lastOf(Part $part, Event $event): string
    {
        return $part->notes[$event->notes[0]]->id;
    }
}
