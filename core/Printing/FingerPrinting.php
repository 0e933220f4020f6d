<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Slot;
use UprightPencil\Marks\StandingMark;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;

/**
 * Which fingers the page shows: not every note.
 *
 * The first note after a shift, with the position; an altered finger the first time in each measure and when it contradicts the
 * last use of that finger; four where an open string sounds the same; the string when it is not the one a player would
 * take; slides, extensions, fingers left down; all marks. Never twice in a row for a repeated pitch.
 */
final class FingerPrinting
{
    /** @var array<int, FingerShape> of each finger's last use */
    private array $lastShape = [];
    /** @var array<string, true> altered fingers shown in the measure */
    private array $shown = [];
    /** @var array<string, true> altered fingers shown before, by string and finger */
    private array $ruled = [];
    private int $measure = -1;
    /** @var array<string, int> measure in which a finger on a string was last said to stay down */
    private array $leftDown = [];

    /** @var array<string, int>|null */
    private ?array $positions = null;

    /** Measures for which a reminder is not said again. */
    private const SAID_FOR = 4;

    /** @param list<Measure> $measures of the score */
    public function __construct(
        private readonly Part $part,
        private readonly FingerPlan $plan,
        private readonly Density $density,
        private readonly array $measures,
    ) {
    }

    /**
     * @return array<string, FingerPrint> by note id; notes without any are not listed
     * @throws MusicException
     */
    public function prints(MarkBook $book): array
    {
        $marked = self::marked($book);
        $standing = self::standing($book);
        $arrivals = Arrivals::of($this->measures, $this->part, $this->plan);
        $prints = [];
        $strings = Strings::of($this->part->instrument);
        $before = [];
        foreach ($this->part->notes as $note) {
            $finger = $this->plan->at($note->id);
            $mine = $marked[$note->id] ?? [];
            $signs = $standing[$note->id] ?? [];
            $silencing = array_values(array_filter($signs, static fn (StandingMark $sign): bool => $sign->silences()));
            if ($silencing !== []) {
                $prints[$note->id] = new FingerPrint(signs: $silencing);
                continue;
            }
            if ($signs !== [] && ($finger === null || $note->tieStop)) {
                $prints[$note->id] = new FingerPrint(signs: $signs);
            }
            if ($finger === null || $note->tieStop) {
                continue;
            }
            if ($note->measure !== $this->measure) {
                $this->measure = $note->measure;
                $this->shown = [];
            }
            [$last, $lastFinger] = $before[$note->line] ?? [null, null];
            $print = $this->print($note, $finger, $last, $lastFinger, $arrivals[$note->id] ?? null, $mine, $signs, $strings);
            $this->remember($finger);
            if (!$print->isEmpty()) {
                $prints[$note->id] = $print;
            }
            $before[$note->line] = [$note, $finger];
        }

        return $prints;
    }

    /**
     * @param list<Slot> $marked slots in which somebody marked this note
     * @param list<StandingMark> $signs
     */
    private function print(
        Note $note,
        NoteFinger $finger,
        ?Note $last,
        ?NoteFinger $lastFinger,
        ?Arrival $arrival,
        array $marked,
        array $signs,
        Strings $strings,
    ): FingerPrint {
        $isMarked = in_array(Slot::Finger, $marked, true);
        $isRepeated = $last !== null && $lastFinger !== null && $last->pitch?->semitone() === $note->pitch?->semitone()
            && $lastFinger->number === $finger->number && $lastFinger->string === $finger->string && $arrival === null;
        $isTrap = $this->isTrap($note, $finger, $strings);
        $isShown = $isMarked || (!$isRepeated && ($arrival !== null || $isTrap || $this->density === Density::EveryNote
            || ($this->density === Density::Standard && $this->isWorthSaying($note, $finger, $lastFinger, $strings))));
        $choice = $finger->mayAlso === '' ? '' : ($finger->number === 0 ? "0 or {$finger->mayAlso}" : "4 or {$finger->mayAlso}");
        $isChoice = $choice !== '' && !$isMarked && !$isRepeated && $this->density !== Density::Sparse;
        $text = '';
        if (in_array(Slot::PrintedFinger, $marked, true) && !$isMarked && $note->printedFinger() === $finger->number) {
            // What is crossed out does not come back by itself.
            $text = '';
        } elseif ($isChoice) {
            $text = $choice === '4 or 0' ? '0 or 4' : $choice;
        } elseif ($isShown) {
            $text = $this->text($finger, $isTrap);
        }
        $isString = in_array(Slot::String, $marked, true)
            || ($this->density !== Density::Sparse && $this->isUnexpectedString($note, $finger, $lastFinger, $strings));
        $waitsTo = in_array(Slot::LeaveDown, $marked, true) || $this->isWorthLeavingDown($note, $finger) ? $finger->leaveDownTo : null;
        if ($waitsTo !== null && $text === '') {
            // The line runs on from the finger it holds.
            $text = $this->text($finger, $isTrap);
        }
        $isSlide = $finger->isSlide && $last !== null && $finger->shape !== FingerShape::Forward;

        return new FingerPrint(
            $text,
            $arrival->position ?? '',
            $arrival?->to,
            $isString ? $finger->string : '',
            $waitsTo,
            $isSlide || in_array(Slot::Slide, $marked, true) ? ($last === null ? $note->id : $last->id) : null,
            $note->printedFinger() !== $finger->number,
            $signs,
        );
    }

    private function text(NoteFinger $finger, bool $isTrap): string
    {
        $differs = ($this->lastShape[$finger->number] ?? null) !== $finger->shape;

        $isPlain = in_array($finger->shape, [FingerShape::High, FingerShape::Regular], true);

        return $isTrap || $differs || !$isPlain ? $finger->words() : (string) $finger->number;
    }

    /** What goes wrong unless it is said: an altered finger for the first time in the measure, or after its other place. */
    private function isTrap(Note $note, NoteFinger $finger, Strings $strings): bool
    {
        if ($finger->number === 0) {
            return false;
        }
        $known = $this->lastShape[$finger->number] ?? null;
        $contradicts = $known !== null && $known !== $finger->shape;
        $isAltered = $finger->shape->isAltered($finger->number);
        $key = $finger->number . $finger->shape->value;
        if ($isAltered && !isset($this->shown[$key])) {
            $this->shown[$key] = true;
            $rule = "{$finger->string} {$key}";
            $isRule = isset($this->ruled[$rule]) && !$contradicts && $this->isInKey($note);
            $this->ruled[$rule] = true;

            // Where the key makes it the rule it is said once, and again when something contradicts it.
            return !$isRule;
        }

        return $contradicts || ($finger->number === 4 && $this->soundsOpen($note, $strings));
    }

    private function isInKey(Note $note): bool
    {
        $measure = $this->measures[$note->measure] ?? null;

        return $measure !== null && $note->pitch !== null
            && $note->pitch->alteration === Pitch::alterationInKey($note->pitch->letter, $this->part->keyIn($measure));
    }

    /** Fingers a player would not take by himself: another than the last time on this pitch, the first of a second finger. */
    private function isWorthSaying(Note $note, NoteFinger $finger, ?NoteFinger $last, Strings $strings): bool
    {
        if ($finger->number === 2 && !isset($this->lastShape[2]) && in_array($finger->shape, [FingerShape::Low, FingerShape::High], true)) {
            return true;
        }

        return $finger->isSlide || $finger->isLaid || ($last === null && $finger->position !== 'I' && $finger->number > 0)
            || ($finger->number > 0 && $this->soundsOpen($note, $strings));
    }

    /** A finger left down under an open string, said once for a note that comes again soon. */
    private function isWorthLeavingDown(Note $note, NoteFinger $finger): bool
    {
        $to = $finger->leaveDownTo;
        if ($to === null || $this->density === Density::Sparse || !$this->isUnderOpenStrings($note, $to)) {
            return false;
        }
        $key = "{$finger->string}{$finger->number}";
        $isSaid = $note->measure - ($this->leftDown[$key] ?? -9) < self::SAID_FOR;
        $this->leftDown[$key] = $note->measure;

        return !$isSaid;
    }

    private function isUnderOpenStrings(Note $note, string $to): bool
    {
        $this->positions ??= $this->part->positionsById();
        for ($at = $this->positions[$note->id] + 1, $last = $this->positions[$to]; $at < $last; $at++) {
            $other = $this->part->notes[$at];
            $finger = $this->plan->at($other->id);
            if ($other->line === $note->line && $finger !== null && $finger->number !== 0) {
                return false;
            }
        }

        return true;
    }

    private function soundsOpen(Note $note, Strings $strings): bool
    {
        return $note->pitch !== null && in_array($note->pitch->semitone(), $strings->semitones, true);
    }

    /** A string other than the one a player in first position would take, where it begins. */
    private function isUnexpectedString(Note $note, NoteFinger $finger, ?NoteFinger $last, Strings $strings): bool
    {
        $on = $strings->named($finger->string);
        if ($on === null || $note->pitch === null || $finger->number === 0) {
            return false;
        }
        $next = $strings->semitones[$on + 1] ?? null;
        $isHigh = $next !== null && $note->pitch->semitone() > $next;
        $hasBegun = $last !== null && $last->string === $finger->string && $last->position === $finger->position;

        return $isHigh && !$hasBegun;
    }

    private function remember(NoteFinger $finger): void
    {
        if ($finger->number > 0) {
            $this->lastShape[$finger->number] = $finger->shape;
        }
    }

    /** @return array<string, list<StandingMark>> by note id, in the order of their slots */
    private static function standing(MarkBook $book): array
    {
        $standing = [];
        foreach ($book->marks as $mark) {
            $kind = $mark->kind();
            if ($mark->acts() && $kind instanceof StandingMark) {
                $standing[$mark->from][] = $kind;
            }
        }
        $order = array_flip(array_map(static fn (Slot $slot): string => $slot->value, Slot::cases()));
        foreach ($standing as $id => $signs) {
            usort($signs, static fn (StandingMark $a, StandingMark $b): int => $order[$a->slot()->value] <=> $order[$b->slot()->value]);
            $standing[$id] = $signs;
        }

        return $standing;
    }

    /** @return array<string, list<Slot>> slots of the marks, by note id */
    private static function marked(MarkBook $book): array
    {
        $marked = [];
        foreach ($book->marks as $mark) {
            if ($mark->acts()) {
                $marked[$mark->from][] = $mark->kind()->slot();
                if ($mark->kind() instanceof Position && $mark->kind()->figure !== []) {
                    $marked[$mark->from][] = Slot::Finger;
                }
            }
        }

        return $marked;
    }
}
