<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Bowing\Result\InnerChange;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;

/**
 * Which changes inside a note turn the bow: the one place that knows.
 *
 * A change acts for its chair and on its pass. The first time its direction is meant: where the bow already goes that way, it is
 * refused and told. On later passes its place holds, and the bow turns there whichever way it came.
 */
final readonly class InnerChanges
{
    public function __construct(private BowConstraints $constraints)
    {
    }

    /** @return list<Mark> changes that act when an event is played, refused or not, in the order they stand in the note */
    public function acting(PlayedEvent $played): array
    {
        return self::onPass($this->constraints->changes($played->event), $played->pass);
    }

    /** @return list<Mark> the same for the players on other chairs */
    public function actingForOthers(PlayedEvent $played): array
    {
        return self::onPass($this->constraints->changesOfOthers($played->event), $played->pass);
    }

    /**
     * @param Direction $entering how the bow goes when the event begins
     * @return list<Mark> the changes that turn the bow
     */
    public function turning(PlayedEvent $played, Direction $entering): array
    {
        $turning = [];
        foreach ($this->acting($played) as $mark) {
            if (self::turns($mark, $played, $entering)) {
                $turning[] = $mark;
                $entering = $entering->opposite();
            }
        }

        return $turning;
    }

    /**
     * @param Direction $entering how the bow goes when the event begins
     * @return list<RefusedChange>
     */
    public function refused(PlayedEvent $played, Direction $entering): array
    {
        $refused = [];
        foreach ($this->acting($played) as $mark) {
            if (self::turns($mark, $played, $entering)) {
                $entering = $entering->opposite();
            } else {
                $refused[] = new RefusedChange($mark, $entering);
            }
        }

        return $refused;
    }

    /** How the bow has to come into a stroke for the first change marked in it to turn it; null where none is marked. */
    public function wantedEntry(Stroke $stroke): ?Direction
    {
        foreach ($this->constraints->hasChanges() ? $stroke->events : [] as $played) {
            foreach ($this->acting($played) as $mark) {
                $kind = $mark->kind();
                if ($kind instanceof Change) {
                    return $kind->direction?->opposite();
                }
            }
        }

        return null;
    }

    /** How the bow goes when an event ends. */
    public function leaving(PlayedEvent $played, Direction $entering): Direction
    {
        if (!$this->constraints->hasChanges()) {
            return $entering;
        }

        return $entering->flippedIf(count($this->turning($played, $entering)) % 2 === 1);
    }

    /** How the bow goes when a stroke ends. */
    public function leavingStroke(Stroke $stroke, Direction $entering): Direction
    {
        if (!$this->constraints->hasChanges()) {
            return $entering;
        }
        foreach ($stroke->events as $played) {
            $entering = $this->leaving($played, $entering);
        }

        return $entering;
    }

    /** @return list<Fraction> where the bow turns, in quarter notes from the event's beginning */
    public function places(PlayedEvent $played, Direction $entering): array
    {
        $places = [];
        foreach ($this->turning($played, $entering) as $mark) {
            if ($mark->inside !== null) {
                $places[] = $mark->inside;
            }
        }

        return $places;
    }

    /**
     * What the page shows of an event: the changes of this time through, those of other chairs, and those of other passes.
     *
     * @return list<InnerChange> in the order they stand in the note
     */
    public function shown(PlayedEvent $played, Direction $entering): array
    {
        $all = $this->constraints->changes($played->event);
        $others = $this->constraints->changesOfOthers($played->event);
        if ($all === [] && $others === []) {
            return [];
        }
        $changes = [];
        $goes = $entering;
        foreach ($this->turning($played, $entering) as $mark) {
            $goes = $goes->opposite();
            $changes[] = self::change($mark, $goes);
        }
        $ofChair = [];
        foreach ($others as $mark) {
            $kind = $mark->kind();
            $before = $ofChair[$mark->for->value] ?? $entering;
            if ($kind instanceof Change && $kind->direction !== $before) {
                $ofChair[$mark->for->value] = $kind->direction ?? $before->opposite();
                $changes[] = self::change($mark, $ofChair[$mark->for->value]);
            }
        }
        foreach ($all as $mark) {
            $kind = $mark->kind();
            if ($mark->pass !== null && $mark->pass !== $played->pass && $kind instanceof Change) {
                $changes[] = self::change($mark, $kind->direction ?? $entering->opposite());
            }
        }
        $changes = array_values(array_filter($changes));
        usort($changes, static fn (InnerChange $a, InnerChange $b): int => $a->offset->compare($b->offset));

        return $changes;
    }

    private static function change(Mark $mark, Direction $direction): ?InnerChange
    {
        return $mark->inside === null ? null : new InnerChange($mark->inside, $direction, $mark->for, $mark->pass);
    }

    private static function turns(Mark $mark, PlayedEvent $played, Direction $entering): bool
    {
        $kind = $mark->kind();

        return $kind instanceof Change && ($kind->direction !== $entering || $played->pass > 1);
    }

    /**
     * @param list<Mark> $marks
     * @return list<Mark>
     */
    private static function onPass(array $marks, int $pass): array
    {
        return $marks === [] ? [] : array_values(array_filter(
            $marks,
            static fn (Mark $mark): bool => $mark->pass === null || $mark->pass === $pass,
        ));
    }
}
