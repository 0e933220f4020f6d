<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Findings;

use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FifthHabit;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\Solving\RepeatJumps;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\Playability;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Remedy;
use UprightPencil\Settings\Profile;

/** What needs a look along one line of a planned left hand: the watch list. */
final class FingerFindings
{
    /** @var list<Flag> */
    private array $flags = [];
    /** @var array<string, true> */
    private array $told = [];

    /**
     * @param array<string, true> $reminded notes whose accidental is printed once more, by id
     * @param array<string, true> $noted notes at which the director wrote something: what the hand does there is said
     */
    public function __construct(
        private readonly Score $score,
        private readonly Part $part,
        private readonly Hand $hand,
        private readonly Strings $strings,
        private readonly Fingerboard $board,
        private readonly FingerConstraints $constraints,
        private readonly FingerSettings $settings,
        private readonly array $reminded = [],
        private readonly array $noted = [],
    ) {
    }

    /** An event whose hand states were looked for: told when it is not within what the class knows, or not as it was asked. */
    public function met(HandEvent $event, Playability $answer, bool $isReduced): void
    {
        $name = self::name($event->pitches[count($event->pitches) - 1]);
        if ($isReduced && $answer !== Playability::OutOfReach) {
            $this->flag(
                FlagCode::OutOfRange,
                "No hand of this level takes this chord; {$name} on top is fingered. Divide it between partners,"
                    . ' or play the top note only.',
                $event,
                $this->leaveOut($event),
            );
        }
        switch ($answer) {
            case Playability::OutOfReach:
                $text = "No string of the {$this->hand->instrument->value} has {$name} within reach.";
                $this->flag(FlagCode::OutOfRange, $text, $event, cause: $name);
                break;
            case Playability::BeyondTheClass:
                $asker = $this->asker($event);
                $this->flag(FlagCode::OutOfRange, $asker === null
                    ? "{$name} is more than this class has learned ({$this->level()}); it is fingered all the same."
                    : "{$asker} asks for more than this class has learned ({$this->level()}). It is kept.", $event, cause: $asker ?? $name);
                break;
            case Playability::CannotBeAsked:
                $asker = $this->asker($event) ?? 'The mark';
                $this->flag(
                    FlagCode::MarksContradict,
                    "{$asker} cannot be played for {$name}: no hand reaches it so. The nearest possible finger is taken.",
                    $event,
                );
                break;
            case Playability::AsAsked:
                break;
        }
    }

    /** @return list<Flag> */
    public function along(HandPath $path, RepeatJumps $jumps): array
    {
        $others = new OtherFingers($this->score, $this->part, $path, $this->hand, $this->strings, $this->settings->dearestOther);
        for ($layer = 0, $count = $path->count(); $layer < $count; $layer++) {
            $event = $path->eventAt($layer);
            $state = $path->chosen($layer);
            $this->stretches($layer, $event, $state, $others);
            $this->doubleStops($event, $state);
            if ($layer > 0) {
                $this->crossings($path, $layer, $others);
                $this->shifts($path, $layer, $others);
                $this->clashes($path, $layer, $others);
            }
        }
        foreach ($jumps->withoutTime() as $jump) {
            [$from, $to, $since, $needs] = [$jump->from, $jump->to, $jump->since, $jumps->secondsNeeded($jump)];
            $last = $this->score->measures[$path->eventAt($from)->measure]->number;
            $this->flag(FlagCode::ShiftWithoutTime, sprintf(
                'Coming from measure %s there is no time to shift to %s: the hand needs %.2f s, and the notes are %.2f s apart.',
                $last,
                $this->hand->nameOf($path->chosen($to)->frame),
                $needs,
                $since,
            ), $path->eventAt($to));
        }
        foreach ((new AccidentalsThatHold($this->score, $this->part))->all() as $held) {
            $id = $this->part->notes[$held->note]->id;
            if (!isset($this->reminded[$id])) {
                $once = new Remedy('Print it once more, in parentheses', ["{$id} courtesy"], 'Print each once more, in parentheses');
                $this->at(FlagCode::AccidentalHolds, $held->text, $held->note, [$once], $held->cause);
            }
        }

        return $this->flags;
    }

    private function followsGraceNote(HandEvent $event): bool
    {
        $head = min($this->part->chordAt($event->notes[0]));
        $before = $this->part->notes[$head - 1] ?? null;

        return $before !== null && $before->isGrace && $before->line === $this->part->notes[$head]->line;
    }

    private function crossings(HandPath $path, int $layer, OtherFingers $others): void
    {
        $event = $path->eventAt($layer);
        $from = $path->chosen($layer - 1);
        $to = $path->chosen($layer);
        if (
            !$event->isSlurred || $event->since >= $this->settings->fastSlurSeconds
            // A grace note leads to its note without a slur that could be taken out.
            || $event->isGrace || $this->followsGraceNote($event)
            || ($this->settings->fifths === FifthHabit::Lay && CostModel::isLaid($from, $to))
        ) {
            return;
        }
        $one = $this->strings->names[$from->stops[0]->string];
        $other = $this->strings->names[$to->stops[0]->string];
        $key = "crossing {$event->measure}";
        if ($one === $other || isset($this->told[$key])) {
            return;
        }
        $this->told[$key] = true;
        $here = self::name($event->pitches[0]);
        $there = self::name($path->eventAt($layer - 1)->pitches[0]);
        $count = $this->crossingsIn($path, $layer);
        $number = $this->score->measures[$event->measure]->number;
        $this->flag(
            FlagCode::CrossingInSlur,
            sprintf('%s–%s crosses from %s to %s inside the slur, the notes %.2f s apart', $there, $here, $one, $other, $event->since)
                . ($count > 1 ? "; {$count} such crossings in this measure." : '.'),
            $event,
            [
                ...$others->at($layer, static fn (HandState $on): bool => $on->stops[0]->string === $from->stops[0]->string),
                new Remedy("Take the slurs out of measure {$number}", ["{$number} no slurs"], 'Take the slurs out'),
            ],
            $to->stops[0]->string < $from->stops[0]->string ? "{$other}{$one}" : "{$one}{$other}",
        );
    }

    private function crossingsIn(HandPath $path, int $layer): int
    {
        $measure = $path->eventAt($layer)->measure;
        $count = 0;
        for ($at = $layer; $at < $path->count() && $path->eventAt($at)->measure === $measure; $at++) {
            $isFast = $path->eventAt($at)->isSlurred && $path->eventAt($at)->since < $this->settings->fastSlurSeconds;
            $isCrossing = $path->chosen($at)->stops[0]->string !== $path->chosen($at - 1)->stops[0]->string;
            $count += $isFast && $isCrossing ? 1 : 0;
        }

        return $count;
    }

    private function shifts(HandPath $path, int $layer, OtherFingers $others): void
    {
        $event = $path->eventAt($layer);
        $from = $path->chosen($layer - 1);
        $to = $path->chosen($layer);
        $far = abs($from->frame - $to->frame);
        if ($far === 0 || $from->isOpen || $to->isOpen) {
            return;
        }
        $needs = Hand::secondsToShift($far);
        // Not yet here, or already at the note before; an open string lets the hand go.
        $ways = static fn (): array => [
            ...$others->at($layer, static fn (HandState $state): bool => $state->isOpen || $state->frame === $from->frame),
            ...$others->at($layer - 1, static fn (HandState $state): bool => $state->isOpen || $state->frame === $to->frame),
        ];
        if ($far > 1 && $event->since < $needs) {
            $this->flag(FlagCode::ShiftWithoutTime, sprintf(
                'No time to shift to %s: the hand needs %.2f s, and the notes are %.2f s apart.',
                $this->hand->nameOf($to->frame),
                $needs,
                $event->since,
            ), $event, $ways());
        } elseif ($event->isSlurred && $far > 1 && $from->stops[0]->string !== $to->stops[0]->string) {
            $this->flag(
                FlagCode::ShiftWithoutTime,
                'The slur holds a shift to ' . $this->hand->nameOf($to->frame) . ' and a crossing at once.',
                $event,
                $ways(),
            );
        }
    }

    /** One finger at two places close together, next door or on one string: where the second is pulled after the first. */
    private function clashes(HandPath $path, int $layer, OtherFingers $others): void
    {
        $frame = $path->chosen($layer)->frame;
        foreach ($this->pulled($path, $layer) as [$back, $finger, $isHigher]) {
            // The hand stays: nobody shifts to be rid of a clash, nor takes another one for it.
            $isFree = fn (int $at, HandState $on): bool => ($on->isOpen || $on->frame === $frame)
                && $this->pulled($path, $layer, [$at => $on]) === [] && $this->pulled($path, $at, [$at => $on]) === [];
            $ways = static fn (): array => [
                ...$others->at($layer, static fn (HandState $on): bool => $isFree($layer, $on)),
                ...$others->at($back, static fn (HandState $on): bool => $isFree($back, $on)),
            ];
            $this->clash($path->eventAt($layer), $path->eventAt($back), $finger, $isHigher, $ways);
        }
    }

    /**
     * Fingers of a note that stood at another place next door a moment ago.
     *
     * @param array<int, HandState> $instead of the chosen hand states, by layer
     * @return list<array{int, int, bool}> the layer of the note before, the finger, and whether it is higher now
     */
    private function pulled(HandPath $path, int $layer, array $instead = []): array
    {
        $event = $path->eventAt($layer);
        $state = $instead[$layer] ?? $path->chosen($layer);
        $pulled = [];
        foreach ($state->isOpen ? [] : $state->memory as $stop) {
            for ($back = $layer - 1; $back >= 0; $back--) {
                $there = $instead[$back] ?? $path->chosen($back);
                $isFar = $event->onset - $path->eventAt($back)->onset > $this->settings->clashQuarters;
                if ($isFar || $there->frame !== $state->frame) {
                    break;
                }
                foreach ($there->isOpen ? [] : $there->memory as $other) {
                    if ($other->finger !== $stop->finger) {
                        continue;
                    }
                    if (abs($other->string - $stop->string) === 1 && $other->semitones !== $stop->semitones) {
                        $pulled[] = [$back, $stop->finger, $stop->semitones > $other->semitones];
                    }
                    break 2;
                }
            }
        }

        return $pulled;
    }

    /** @param callable(): list<Remedy> $others */
    private function clash(HandEvent $event, HandEvent $before, int $finger, bool $isHigher, callable $others): void
    {
        $here = self::name($event->pitches[0]);
        $there = self::name($before->pitches[0]);
        // Said where it first happens: the hand that knows it there knows it everywhere.
        $key = "clash {$finger} {$there} {$here}";
        if (isset($this->told[$key])) {
            return;
        }
        $this->told[$key] = true;
        $id = $this->part->notes[$event->notes[0]]->id;
        if (isset($this->noted[$id])) {
            return;
        }
        $write = new Remedy('Write “place it afresh” there', ["{$id} \"place {$finger} afresh\""], 'Write “place it afresh”');
        $ways = [$write, ...$others()];
        $this->flag(FlagCode::FingerClash, $isHigher
            ? "Finger {$finger} sits low for {$there} and higher next door for {$here}: it is easily pulled low too."
            : "Finger {$finger} sits high for {$there} and lower next door for {$here}: place it afresh.", $event, $ways, "{$finger}");
    }

    private function stretches(int $layer, HandEvent $event, HandState $state, OtherFingers $others): void
    {
        $kind = $this->hand->instrument->value;
        $limits = FingerSettings::STRETCHES[$kind] ?? FingerSettings::STRETCHES['violin'];
        $limit = $limits[$this->settings->profile->isBeginner() ? 0 : 1];
        foreach ($state->stops as $stop) {
            if (!$stop->shape->isExtension()) {
                continue;
            }
            $mm = $stop->shape === FingerShape::Forward
                ? $this->board->span($state->frame, $stop->semitones)
                : $this->board->span($stop->semitones, $state->frame + 3);
            $id = $this->part->notes[$event->notes[0]]->id;
            if ($mm > $limit && !isset($this->noted[$id])) {
                $letsGo = $stop->shape === FingerShape::Forward ? 'let 1 go' : 'let 4 go';
                $ways = [new Remedy("Write “{$letsGo}” there", ["{$id} \"{$letsGo}\""], "Write “{$letsGo}”")];
                $isOut = static fn (HandState $other): bool => !$other->stops[0]->shape->isExtension();
                $ways = [...$ways, ...$others->at($layer, $isOut)];
                $this->flag(FlagCode::Stretch, sprintf(
                    'From the first finger to %s the hand spans %d mm here; %d is the limit set for this class. Let the first finger'
                        . ' go or shift; stop if it hurts, and tell your teacher.',
                    self::name($event->pitches[0]),
                    (int) round($mm),
                    (int) $limit,
                ), $event, $ways, "{$event->pitches[0]} {$stop->finger}");
            }
        }
    }

    /** Two stopped notes at once: in the first year with any fingers, in the second with the fourth. */
    private function doubleStops(HandEvent $event, HandState $state): void
    {
        if (!$this->settings->profile->isBeginner() || count($state->stops) < 2) {
            return;
        }
        $fingers = [];
        foreach ($state->stops as $stop) {
            if (!$stop->isOpen()) {
                $fingers[] = $stop->finger;
            }
        }
        $isNew = count($fingers) > 1 && ($this->settings->profile === Profile::FirstYear || in_array(4, $fingers, true));
        if ($isNew) {
            $this->flag(
                FlagCode::NotYetLearned,
                'Fingers ' . implode(' and ', $fingers) . " at once are more than this class has learned ({$this->level()}).",
                $event,
                $this->leaveOut($event),
                implode(' ', $fingers),
            );
        }
    }

    /** @return list<Remedy> */
    private function leaveOut(HandEvent $event): array
    {
        $chord = [];
        foreach ($this->part->notes as $position => $note) {
            $isSameMoment = $note->measure === $event->measure && !$note->isGrace
                && abs($this->score->onsetOf($note)->toFloat() - $event->onset) < 1e-9
                && $note->line === $this->part->notes[$event->notes[0]]->line;
            if ($isSameMoment && !in_array($position, $event->notes, true)) {
                $chord[] = "{$note->id} leave out";
            }
        }

        $top = $this->part->notes[$event->notes[count($event->notes) - 1]]->id;

        return $chord === []
            ? []
            : [new Remedy('Divide between partners', ["{$top} divide"]), new Remedy('Top note only', $chord)];
    }

    /** Who asks for what is fixed at an event, quoted. */
    private function asker(HandEvent $event): ?string
    {
        foreach ($event->notes as $note) {
            $fixed = $this->constraints->finger($note) ?? $this->constraints->position($note) ?? $this->constraints->string($note);
            if ($fixed !== null) {
                return $fixed->mark === null ? 'What the edition prints' : "“{$fixed->mark->words()}”";
            }
        }

        return null;
    }

    private function level(): string
    {
        return str_replace('-', ' ', $this->settings->profile->value);
    }

    private static function name(Pitch $pitch): string
    {
        return $pitch->spoken() . $pitch->octave;
    }

    /** @param list<Remedy> $ways */
    private function flag(FlagCode $code, string $text, HandEvent $event, array $ways = [], string $cause = ''): void
    {
        $this->at($code, $text, $event->notes[count($event->notes) - 1], $ways, $cause);
    }

    /** @param list<Remedy> $ways */
    private function at(FlagCode $code, string $text, int $position, array $ways = [], string $cause = ''): void
    {
        $note = $this->part->notes[$position];
        $measure = $this->score->measures[$note->measure];
        $this->flags[] = new Flag(
            $code,
            $text,
            $this->part->id,
            $note->measure,
            $measure->meter->beatAt($note->offset),
            $note->id,
            $ways,
            $cause,
        );
    }
}
