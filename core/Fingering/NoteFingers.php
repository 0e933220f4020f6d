<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Reasons\OutOfFirstPosition;
use UprightPencil\Fingering\Reasons\Reasons;
use UprightPencil\Fingering\Reasons\ShiftCue;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Fingering\Result\OtherFinger;
use UprightPencil\Fingering\Settings\FifthHabit;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Settings\ShiftSound;
use UprightPencil\Fingering\Settings\OpenStringSchool;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\Solving\HeldFingers;
use UprightPencil\Fingering\Solving\RunnerUp;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Part;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\TempoMap;

/** What a solved path means for each notehead of its line. */
final class NoteFingers
{
    /** Other answers told for a note. */
    private const HALF = '½';
    private const MOST_OTHERS = 4;
    /** Layers around a note that may change for the other half of "0 or 4". */
    private const REACH = 8;

    /** @var array<string, NoteFinger> by all that is told of them */
    private array $alike = [];

    public function __construct(
        private readonly Part $part,
        private readonly HandPath $path,
        private readonly Hand $hand,
        private readonly Strings $strings,
        private readonly Fingerboard $board,
        private readonly FingerConstraints $constraints,
        private readonly FingerSettings $settings,
        private readonly TempoMap $tempo,
        private readonly Plucked $plucked,
    ) {
    }

    /**
     * @param bool|string $explains whether every note tells its reasons and its other answers (twice the work), or which one
     * @return array<string, NoteFinger> by note id
     */
    public function notes(bool|string $explains): array
    {
        $waits = (new HeldFingers($this->path, $this->hand, $this->constraints, $this->settings))->all();
        $reasons = new Reasons($this->path, $this->hand, $this->strings, $this->board, $this->tempo);
        $stretches = $explains !== false ? (new OutOfFirstPosition($this->path, $this->hand, $reasons))->reasons() : [];
        $wayIn = new ShiftCue($this->hand);
        $advice = (new StringAdvice($this->path, $this->strings, $this->plucked, $this->settings))->all();
        $notes = [];
        $before = null;
        $name = '';
        for ($layer = 0, $count = $this->path->count(); $layer < $count; $layer++) {
            $state = $this->path->chosen($layer);
            $event = $this->path->eventAt($layer);
            $isShift = $before !== null && $before->frame !== $state->frame;
            $name = $this->nameOf($layer, $state, $isShift || $before === null ? '' : $name);
            $isTold = $explains === true || ($explains !== false && $this->isAt($event, $explains));
            $others = $isTold ? $this->tried($layer, $this->path->others($layer, $this->settings->dearestOther)) : [];
            $why = $isTold ? $this->path->because($layer) ?? $stretches[$layer] ?? $reasons->chosen($layer, $others[0] ?? null) : '';
            $mayAlso = $this->mayAlso($layer, $state);
            $told = [];
            foreach (array_slice($others, 0, self::MOST_OTHERS) as $other) {
                $told[] = $this->other($layer, $other, $reasons);
            }
            $waitsTo = $waits[$layer] ?? null;
            $isLaid = $before !== null && $this->settings->fifths === FifthHabit::Lay && CostModel::isLaid($before, $state);
            $isHeard = $event->isSlurred && $isShift && $this->settings->shifts === ShiftSound::Heard;
            foreach ($event->notes as $index => $note) {
                $stop = $state->stops[$index];
                [$string, $finger, $semitones] = [$stop->string, $stop->finger, $stop->semitones];
                $isSameFinger = $before !== null && $finger > 0 && $finger === $before->finger();
                $isOnString = $isSameFinger && $before->stops[0]->string === $string;
                $isSlide = $isOnString && ($isHeard || abs($before->stops[0]->semitones - $semitones) === 1);
                $origin = $this->origin($note);
                // Most notes are fingered as others were, and nothing is told of them: they are one.
                $alike = $isTold || $isShift || $waitsTo !== null || isset($advice[$layer]) || $origin !== Origin::WorkedOut ? ''
                    : "{$string} {$finger} {$semitones} {$stop->shape->value} {$state->frame} {$name} {$mayAlso}"
                        . ($isSlide ? 's' : '') . ($isLaid && !$isOnString ? 'l' : '');
                $made = $this->alike[$alike] ?? new NoteFinger(
                    $this->strings->names[$string],
                    $finger,
                    $stop->shape,
                    $name,
                    $isShift,
                    $waitsTo !== null,
                    $waitsTo === null ? null : $this->part->notes[$this->path->eventAt($waitsTo)->notes[0]]->id,
                    $isSlide,
                    $isLaid && !$isOnString,
                    $semitones,
                    $state->frame,
                    $origin,
                    self::why($origin, $why),
                    $mayAlso,
                    $told,
                    $isShift ? $wayIn->words($before->frame, $state->frame, $finger, $semitones) : '',
                    $advice[$layer] ?? '',
                );
                if ($alike !== '') {
                    $this->alike[$alike] = $made;
                }
                $notes[$this->part->notes[$note]->id] = $made;
                foreach ($event->held as $held) {
                    if ($this->part->notes[$held]->pitch?->semitone() === $event->pitches[$index]->semitone()) {
                        $notes[$this->part->notes[$held]->id] = self::held($made);
                    }
                }
            }
            $before = $state;
        }

        return $notes;
    }

    /**
     * The possibilities that somebody would try. On violin and viola half position is for fingers that are altered in first position, or
     * for a hand that is there already: nobody else goes there, however little it would cost.
     *
     * @param list<RunnerUp> $others best first
     * @return list<RunnerUp>
     */
    private function tried(int $layer, array $others): array
    {
        $stop = $this->path->chosen($layer)->stops[0];
        if (!$this->hand->isViolin() || $stop->shape->isAltered($stop->finger)) {
            return $others;
        }
        $around = [];
        for ($at = max(0, $layer - 1); $at <= min($this->path->count() - 1, $layer + 1); $at++) {
            $around[$this->path->chosen($at)->frame] = true;
        }

        return array_values(array_filter(
            $others,
            fn (RunnerUp $other): bool => isset($around[$other->state->frame]) || $this->nameOf($layer, $other->state, '') !== self::HALF,
        ));
    }

    private function isAt(HandEvent $event, string $noteId): bool
    {
        foreach ([...$event->notes, ...$event->held] as $note) {
            if ($this->part->notes[$note]->id === $noteId) {
                return true;
            }
        }

        return false;
    }

    /** The position's name: kept while the hand stays and the name fits, so that it does not flicker with the letters. */
    private function nameOf(int $layer, HandState $state, string $name): string
    {
        if ($name !== '' && $this->hand->fits($name, $state->frame)) {
            return $name;
        }
        foreach ($state->stops as $index => $stop) {
            if (!$stop->isOpen()) {
                $steps = $this->path->eventAt($layer)->pitches[$index]->step() - $this->strings->steps[$stop->string] - $stop->finger + 1;

                return $this->hand->nameOf($state->frame, $steps);
            }
        }

        return $this->hand->nameOf($state->frame);
    }

    private function other(int $layer, RunnerUp $other, Reasons $reasons): OtherFinger
    {
        $stop = $other->state->stops[0];

        return new OtherFinger(
            $this->strings->names[$stop->string],
            $stop->finger,
            $stop->shape,
            $this->nameOf($layer, $other->state, ''),
            $other->costs,
            $reasons->against($layer, $other),
        );
    }

    private function origin(int $note): Origin
    {
        $fixed = $this->constraints->finger($note) ?? $this->constraints->string($note) ?? $this->constraints->position($note);

        return match (true) {
            $fixed === null => Origin::WorkedOut,
            $fixed->mark === null => Origin::Printed,
            default => Origin::Mark,
        };
    }

    private static function why(Origin $origin, string $why): string
    {
        return match ($origin) {
            Origin::Mark => 'marked so',
            Origin::Printed => 'printed in the edition',
            default => $why,
        };
    }

    /** The other half of "0 or 4" where both are fine. */
    private function mayAlso(int $layer, HandState $state): string
    {
        if (!$this->hand->isViolin() || count($state->stops) !== 1) {
            return '';
        }
        $wanted = match ($state->stops[0]->finger) {
            0 => 4,
            4 => 0,
            default => null,
        };
        $isBeginner = $this->settings->profile->isBeginner();
        $event = $this->path->eventAt($layer);
        $isMeant = $this->settings->open === OpenStringSchool::Either
            || ($isBeginner && $event->lasts >= $this->settings->choiceSeconds && $this->isBesideLowerString($layer, $state));
        if ($wanted === null || !$isMeant || $event->isSlurred) {
            return '';
        }
        $other = $this->path->again(
            max(0, $layer - self::REACH),
            min($this->path->count() - 1, $layer + self::REACH),
            static fn (int $at, HandState $state): bool => $at !== $layer || $state->finger() === $wanted,
        );

        $most = $this->settings->open === OpenStringSchool::Either ? $this->settings->choicePriceEither : $this->settings->choicePrice;

        return $other !== null && $other->costs < $most ? (string) $wanted : '';
    }

    /** Whether a note beside an open string is stopped on the string below, where the fourth finger would be. */
    private function isBesideLowerString(int $layer, HandState $state): bool
    {
        if ($state->stops[0]->finger !== 0) {
            return true;
        }
        foreach ([$layer - 1, $layer + 1] as $beside) {
            if ($beside >= 0 && $beside < $this->path->count()) {
                $other = $this->path->chosen($beside);
                if (!$other->isOpen && $other->stops[0]->string === $state->stops[0]->string - 1) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function held(NoteFinger $of): NoteFinger
    {
        return new NoteFinger(
            $of->string,
            $of->number,
            $of->shape,
            $of->position,
            false,
            false,
            null,
            false,
            false,
            $of->semitones,
            $of->frame,
            $of->origin,
            $of->why === '' ? '' : "tied: the finger stays; {$of->why}",
            '',
            $of->others,
        );
    }
}
