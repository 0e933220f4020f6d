<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Reasons;

use UprightPencil\Fingering\Costs\CostKind;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\Solving\OtherStep;
use UprightPencil\Fingering\Solving\RunnerUp;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\TempoMap;

/**
 * Why one answer and not another, in words: both ways are priced item by item, and what differs most is named at its place.
 */
final class Reasons
{
    /** Layers around a note in which two ways are compared. */
    private const REACH = 5;
    /** Where what is gained says already what the other would mean. */
    private const SAID_BY_THE_GAIN = [CostKind::Fourth, CostKind::FourthForOpen, CostKind::Position, CostKind::NotOwned, CostKind::Home];
    /** Differences smaller than this are not worth a word. */
    private const LEAST = 0.04;

    /** @var array{int, int, Difference}|null the last one worked out, with its layer and position: a note and its best other share it */
    private ?array $last = null;

    public function __construct(
        private readonly HandPath $path,
        private readonly Hand $hand,
        private readonly Strings $strings,
        private readonly Fingerboard $board,
        private readonly TempoMap $tempo,
    ) {
    }

    /**
     * What another answer would bring, for better and worse.
     */
    public function against(int $layer, RunnerUp $other): string
    {
        $difference = $this->difference($layer, $other->position);
        $worse = $difference->worse;
        $text = $worse === null
            ? 'as good, but not what the notes around it lead to'
            : $this->phrase($worse->kind, $worse->layer, $worse->from, $worse->to);
        $better = $difference->better;

        return $better === null ? $text : $this->saving($better) . ", but {$text}";
    }

    /**
     * Why the chosen answer is taken, against the best other.
     */
    public function chosen(int $layer, ?RunnerUp $runnerUp): string
    {
        if ($runnerUp === null) {
            return $this->only($layer);
        }
        $worse = $this->difference($layer, $runnerUp->position)->worse;
        if ($runnerUp->costs < self::LEAST) {
            return $this->only($layer) . '; ' . $this->name($runnerUp->state, $layer) . ' is as good';
        }
        if ($worse === null) {
            return $this->only($layer);
        }

        if (in_array($worse->kind, self::SAID_BY_THE_GAIN, true)) {
            return $this->gain($worse->kind, $this->path->chosen($layer)) . '; ' . $this->name($runnerUp->state, $layer) . ' would do too';
        }

        return $this->gain($worse->kind, $this->path->chosen($layer)) . ': ' . $this->name($runnerUp->state, $layer) . ' means '
            . $this->phrase($worse->kind, $worse->layer, $worse->from, $worse->to);
    }

    /** A hand state in words: "4 on D, first position". */
    public function name(HandState $state, int $layer): string
    {
        $words = [];
        foreach ($state->stops as $stop) {
            $words[] = $stop->shape->words($stop->finger) . " on {$this->strings->names[$stop->string]}";
        }
        $name = implode(' with ', $words);
        $here = $this->path->chosen($layer);

        return $state->isOpen || $state->frame === $here->frame ? $name : "{$name} in " . $this->hand->nameOf($state->frame);
    }

    /** What a note is, where nothing else is worth trying: "third finger, first position". */
    private function only(int $layer): string
    {
        $state = $this->path->chosen($layer);
        if ($state->isOpen) {
            return 'the open string';
        }
        $stop = $state->stops[count($state->stops) - 1];
        $finger = ['', 'first', 'second', 'third', 'fourth'][$stop->finger] . ' finger';
        $shape = match ($stop->shape) {
            FingerShape::Low => 'low ',
            FingerShape::High => 'high ',
            FingerShape::Forward => 'extended ',
            FingerShape::Back => 'reaching back, the ',
            FingerShape::Harmonic => 'the harmonic under the ',
            default => '',
        };

        return "{$shape}{$finger}, " . Position::inWords($this->hand->nameOf($state->frame));
    }

    /**
     * What costs more in the other way, and what costs less: the largest item of each, with its layer and hand states.
     */
    private function difference(int $layer, int $position): Difference
    {
        if ($this->last !== null && $this->last[0] === $layer && $this->last[1] === $position) {
            return $this->last[2];
        }
        $difference = $this->between($layer, $position);
        $this->last = [$layer, $position, $difference];

        return $difference;
    }

    private function between(int $layer, int $position): Difference
    {
        $more = $atTheirs = $atMine = [];
        $left = $this->path->leaving($layer, $position, self::REACH);
        foreach ($left as $index => $step) {
            foreach (self::net($step) as $kind => $price) {
                $more[$kind] = ($more[$kind] ?? 0.0) + $price;
                // Named where the two ways really part, not where both pay.
                if ($price > 0.0) {
                    $atTheirs[$kind] = $this->nearest($atTheirs[$kind] ?? null, $index, $layer, $left);
                } elseif ($price < 0.0) {
                    $atMine[$kind] = $this->nearest($atMine[$kind] ?? null, $index, $layer, $left);
                }
            }
        }
        $worse = $better = null;
        $most = $least = self::LEAST;
        foreach ($more as $value => $price) {
            if ($price > $most && isset($atTheirs[$value])) {
                $most = $price;
                $at = $left[$atTheirs[$value]];
                $previous = $left[$atTheirs[$value] - 1] ?? null;
                $before = $previous === null ? $this->before($at->layer) : $previous->state;
                $worse = new DifferenceItem(CostKind::from($value), $at->layer, $before, $at->state, $at->chosen);
            }
            if (-$price > $least && isset($atMine[$value])) {
                $least = -$price;
                $at = $left[$atMine[$value]];
                $better = new DifferenceItem(CostKind::from($value), $at->layer, $this->before($at->layer), $at->chosen, $at->state);
            }
        }

        return new Difference($worse, $better);
    }

    /** @return array<string, float> what one step of the other way costs more than the chosen one, by kind */
    private static function net(OtherStep $step): array
    {
        $net = [];
        foreach ($step->costs as $cost) {
            $net[$cost->kind->value] = ($net[$cost->kind->value] ?? 0.0) + $cost->price;
        }
        foreach ($step->chosenCosts as $cost) {
            $net[$cost->kind->value] = ($net[$cost->kind->value] ?? 0.0) - $cost->price;
        }

        return $net;
    }

    private function before(int $layer): ?HandState
    {
        return $layer > 0 ? $this->path->chosen($layer - 1) : null;
    }

    /** @param list<OtherStep> $left */
    private function nearest(?int $known, int $index, int $layer, array $left): int
    {
        return $known === null || abs($left[$index]->layer - $layer) < abs($left[$known]->layer - $layer) ? $index : $known;
    }

    /** One item in words, as what would happen. */
    public function phrase(CostKind $kind, int $layer, ?HandState $from, HandState $to): string
    {
        $here = $this->pitch($layer);
        $there = $layer > 0 ? $this->pitch($layer - 1) : $here;
        $string = $this->strings->names[$to->stops[0]->string];
        $before = $from === null ? $string : $this->strings->names[$from->stops[0]->string];
        $finger = $to->stops[0]->finger;
        $position = $this->hand->nameOf($to->frame);

        return match ($kind) {
            CostKind::SlurCrossing => "{$there}–{$here} crosses from {$before} to {$string} inside the slur at ♩ = {$this->speed($layer)}",
            CostKind::Crossing => "the bow crosses from {$before} to {$string} for {$here}" . $this->inTime($layer),
            CostKind::Shift => "a shift to {$position} " . ($to->isOpen ? "on the open {$string}" : "between {$there} and {$here}"),
            CostKind::SlurShift => "a shift to {$position} inside the slur, between {$there} and {$here}",
            CostKind::Slide => "finger {$finger} slides from {$there} to {$here}",
            CostKind::NextDoor => "finger {$finger} is wanted at two places next door, for {$there} and {$here}",
            CostKind::Gap => "a wide gap between the fingers of {$there} and {$here}" . $this->millimetres($from, $to),
            CostKind::Squeeze => "the fingers of {$there} and {$here} would be crossed or squeezed",
            CostKind::Fourth => "the fourth finger for {$here}",
            CostKind::FourthForOpen => "a stopped {$here} where the open string serves",
            CostKind::Open => "an open string for {$here} where this class uses the fourth finger",
            CostKind::OpenRings => "an open string ringing on the soft long {$here}",
            CostKind::OpenWhistles => 'an open E that would whistle after the slurred note',
            CostKind::NotOwned => "finger {$finger} where another finger plays the letter of {$here}",
            CostKind::FourWanted => "the fourth finger is wanted for the note after {$here}, in the same slur",
            CostKind::Altered => $to->stops[0]->shape->words($finger) . " for {$here}",
            CostKind::Harmonic => "a harmonic for {$here}, without vibrato",
            CostKind::LowerString => "going up the lower {$string} string for {$here}",
            CostKind::Extension => sprintf('a stretch of %d mm for %s', (int) round($this->stretch($to)), $here),
            CostKind::Position => "{$here} in " . Position::inWords($position),
            CostKind::Home => "staying out of first position for {$here}",
            CostKind::Leaving => "going home for {$here} before there is a rest",
            CostKind::Refinger => "another finger on the same {$here}",
            CostKind::Reshape => "opening and closing the hand for {$here}",
        };
    }

    /** What the chosen way gains by not paying an item. */
    private function gain(CostKind $kind, HandState $state): string
    {
        $string = $this->strings->names[$state->stops[0]->string];

        return match ($kind) {
            CostKind::SlurCrossing => 'keeps the slur on one string',
            CostKind::Crossing => "keeps the bow on the {$string} string",
            CostKind::Shift => 'the hand stays where it is',
            CostKind::SlurShift => 'no shift inside the slur',
            CostKind::Slide, CostKind::NextDoor, CostKind::Squeeze => 'each finger keeps its own place',
            CostKind::Gap, CostKind::Extension, CostKind::Reshape => 'an easy hand',
            CostKind::Fourth => 'spares the fourth finger',
            CostKind::FourthForOpen => 'the open string serves',
            CostKind::Open => 'the fourth finger, as this class does',
            CostKind::OpenRings, CostKind::OpenWhistles => 'a stopped note for the sound',
            CostKind::NotOwned => 'the finger of this letter',
            CostKind::FourWanted => 'the fourth finger is free for the next note',
            CostKind::Altered => 'the finger at its usual place',
            CostKind::Harmonic => 'a stopped note that sings',
            CostKind::LowerString => "low on the {$string} string",
            CostKind::Position => Position::inWords($this->hand->nameOf($state->frame)) . ' serves',
            CostKind::Home => 'back home',
            CostKind::Leaving => 'stays while the position serves',
            CostKind::Refinger => 'the finger is there already',
        };
    }

    private function saving(DifferenceItem $item): string
    {
        [$kind, $to] = [$item->kind, $item->to];

        return match ($kind) {
            CostKind::SlurCrossing => 'no crossing inside the slur',
            CostKind::Crossing => 'one crossing less',
            CostKind::Shift, CostKind::SlurShift => 'no shift to ' . $this->hand->nameOf($to->frame),
            CostKind::Fourth => 'no fourth finger',
            CostKind::Position => $item->instead->frame === 2
                ? "{$this->pitch($item->layer)} in first position"
                : 'a simpler position',
            CostKind::Slide => 'no slide',
            CostKind::Gap => 'no wide gap',
            CostKind::NextDoor => 'no finger wanted twice next door',
            CostKind::Altered => 'no altered finger',
            CostKind::FourthForOpen => 'the open string serves',
            CostKind::LowerString => $item->instead->stops[0]->string === $to->stops[0]->string
                ? 'another place on the string'
                : "{$this->pitch($item->layer)} on a higher string",
            CostKind::Leaving => 'leaves later',
            CostKind::NotOwned => 'the finger of this letter',
            CostKind::Harmonic => 'a stopped note',
            CostKind::Extension => 'no stretch',
            CostKind::Squeeze => 'no squeezed fingers',
            CostKind::Home => 'back in first position',
            CostKind::Reshape => 'the hand stays as it is',
            CostKind::OpenRings => 'no ringing open string',
            CostKind::Refinger => 'no other finger on the same note',
            default => 'saves ' . $this->phrase($kind, $item->layer, $item->from, $to),
        };
    }

    private function pitch(int $layer): string
    {
        $pitches = $this->path->eventAt($layer)->pitches;
        $pitch = $pitches[count($pitches) - 1];

        return $pitch->spoken() . $pitch->octave;
    }

    private function speed(int $layer): int
    {
        $onset = Fraction::of((int) round($this->path->eventAt($layer)->onset * 480), 480);

        return (int) round($this->tempo->quartersPerMinuteAt($onset));
    }

    private function inTime(int $layer): string
    {
        $since = $this->path->eventAt($layer)->since;

        return $since < 0.4 ? sprintf(' within %.2f s', $since) : '';
    }

    private function millimetres(?HandState $from, HandState $to): string
    {
        $memory = $from === null ? [] : $from->memory;
        if ($memory === [] || $to->isOpen) {
            return '';
        }

        return sprintf(' (%d mm)', (int) round($this->board->span($memory[0]->semitones, $to->stops[0]->semitones)));
    }

    private function stretch(HandState $state): float
    {
        $semitones = $state->stops[0]->semitones;

        return $this->board->span($state->frame, $semitones) ?: $this->board->span($semitones, $semitones + 1);
    }
}
