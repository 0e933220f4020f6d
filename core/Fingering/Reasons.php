<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

use UprightPencil\Music\TempoMap;
use UprightPencil\Music\Fraction;

/**
 * Why one answer and not another, in words: both ways are priced item by item, and what differs most is named at its place.
 */
final readonly class Reasons
{
    /** Layers around a note in which two ways are compared. */
    private const REACH = 5;
    /** Where what is gained says already what the other would mean. */
    private const SAID_BY_THE_GAIN = [Toll::Fourth, Toll::FourthForOpen, Toll::Position, Toll::NotOwned, Toll::Home];
    /** Differences smaller than this are not worth a word. */
    private const LEAST = 0.04;

    public function __construct(
        private HandPath $path,
        private Hand $hand,
        private Strings $strings,
        private Fingerboard $board,
        private TempoMap $tempo,
    ) {
    }

    /**
     * What another answer would bring, for better and worse.
     *
     * @param array{position: int, grip: Grip, costs: float} $other
     */
    public function against(int $layer, array $other): string
    {
        [$worse, $better] = $this->difference($layer, $other['position']);
        $text = $worse === null ? 'as good, but not what the notes around it lead to' : $this->phrase(...$worse);

        return $better === null ? $text : $this->saving(...$better) . ", but {$text}";
    }

    /**
     * Why the chosen answer is taken, against the best other.
     *
     * @param array{position: int, grip: Grip, costs: float}|null $runnerUp
     */
    public function chosen(int $layer, ?array $runnerUp): string
    {
        if ($runnerUp === null) {
            return $this->only($layer);
        }
        [$worse] = $this->difference($layer, $runnerUp['position']);
        if ($worse === null) {
            return 'the same hand goes on from the notes around it';
        }

        if (in_array($worse[0], self::SAID_BY_THE_GAIN, true)) {
            return $this->gain($worse[0], $this->path->chosen($layer)) . '; ' . $this->name($runnerUp['grip'], $layer) . ' would do too';
        }

        return $this->gain($worse[0], $this->path->chosen($layer)) . ': ' . $this->name($runnerUp['grip'], $layer) . ' means '
            . $this->phrase(...$worse);
    }

    /** A grip in words: "4 on D, first position". */
    public function name(Grip $grip, int $layer): string
    {
        $words = [];
        foreach ($grip->stops as [$string, $finger, , $shape]) {
            $words[] = NoteFinger::inWords($finger, $shape) . " on {$this->strings->names[$string]}";
        }
        $name = implode(' with ', $words);
        $here = $this->path->chosen($layer);

        return $grip->isOpen || $grip->frame === $here->frame ? $name : "{$name} in " . $this->hand->nameOf($grip->frame);
    }

    private function only(int $layer): string
    {
        $grip = $this->path->chosen($layer);
        if ($grip->isOpen) {
            return 'the open string';
        }

        return 'the only place for it in ' . self::positionInWords($this->hand->nameOf($grip->frame));
    }

    /**
     * What costs more in the other way, and what costs less: the largest item of each, with its layer and grips.
     *
     * @return array{array{Toll, int, Grip|null, Grip}|null, array{Toll, int, Grip|null, Grip}|null}
     */
    private function difference(int $layer, int $position): array
    {
        $mine = $theirs = [];
        $atMine = $atTheirs = [];
        $left = $this->path->leaving($layer, $position, self::REACH);
        foreach ($left as $index => ['layer' => $at, 'more' => $more, 'less' => $less]) {
            foreach ($less as [$toll, $price]) {
                $mine[$toll->value] = ($mine[$toll->value] ?? 0.0) + $price;
                $atMine[$toll->value] = $this->nearest($atMine[$toll->value] ?? null, $index, $layer, $left);
            }
            foreach ($more as [$toll, $price]) {
                $theirs[$toll->value] = ($theirs[$toll->value] ?? 0.0) + $price;
                $atTheirs[$toll->value] = $this->nearest($atTheirs[$toll->value] ?? null, $index, $layer, $left);
            }
        }
        $worse = $better = null;
        $most = $least = self::LEAST;
        foreach ([...$theirs, ...$mine] as $value => $unused) {
            $more = ($theirs[$value] ?? 0.0) - ($mine[$value] ?? 0.0);
            if ($more > $most && isset($atTheirs[$value])) {
                $most = $more;
                $at = $left[$atTheirs[$value]];
                $before = $left[$atTheirs[$value] - 1]['grip'] ?? $this->before($at['layer']);
                $worse = [Toll::from($value), $at['layer'], $before, $at['grip']];
            }
            if (-$more > $least && isset($atMine[$value])) {
                $least = -$more;
                $at = $left[$atMine[$value]];
                $better = [Toll::from($value), $at['layer'], $this->before($at['layer']), $at['chosen']];
            }
        }

        return [$worse, $better];
    }

    private function before(int $layer): ?Grip
    {
        return $layer > 0 ? $this->path->chosen($layer - 1) : null;
    }

    /** @param list<array{layer: int, grip: Grip, chosen: Grip, more: list<array{Toll, float}>, less: list<array{Toll, float}>}> $left */
    private function nearest(?int $known, int $index, int $layer, array $left): int
    {
        return $known === null || abs($left[$index]['layer'] - $layer) < abs($left[$known]['layer'] - $layer) ? $index : $known;
    }

    /** One item in words, as what would happen. */
    public function phrase(Toll $toll, int $layer, ?Grip $from, Grip $to): string
    {
        $here = $this->pitch($layer);
        $there = $layer > 0 ? $this->pitch($layer - 1) : $here;
        $string = $this->strings->names[$to->stops[0][0]];
        $before = $from === null ? $string : $this->strings->names[$from->stops[0][0]];
        $finger = $to->stops[0][1];
        $position = $this->hand->nameOf($to->frame);

        return match ($toll) {
            Toll::SlurCrossing => "{$there}–{$here} crosses from {$before} to {$string} inside the slur at ♩ = {$this->speed($layer)}",
            Toll::Crossing => "the bow crosses from {$before} to {$string} for {$here}" . $this->inTime($layer),
            Toll::Shift => "a shift to {$position} " . ($to->isOpen ? "on the open {$string}" : "between {$there} and {$here}"),
            Toll::SlurShift => "a shift to {$position} inside the slur, between {$there} and {$here}",
            Toll::Slide => "finger {$finger} slides from {$there} to {$here}",
            Toll::NextDoor => "finger {$finger} is wanted at two places next door, for {$there} and {$here}",
            Toll::Gap => "a wide gap between the fingers of {$there} and {$here}" . $this->millimetres($from, $to),
            Toll::Squeeze => "the fingers of {$there} and {$here} would be crossed or squeezed",
            Toll::Fourth => "the fourth finger for {$here}",
            Toll::FourthForOpen => "a stopped {$here} where the open string serves",
            Toll::Open => "an open string for {$here} where this class uses the fourth finger",
            Toll::OpenRings => "an open string ringing on the soft long {$here}",
            Toll::OpenWhistles => 'an open E that would whistle after the slurred note',
            Toll::NotOwned => "finger {$finger} where another finger plays the letter of {$here}",
            Toll::FourWanted => "the fourth finger is wanted for the note after {$here}, in the same slur",
            Toll::Altered => NoteFinger::inWords($finger, $to->stops[0][3]) . " for {$here}",
            Toll::LowerString => "going up the lower {$string} string for {$here}",
            Toll::Extension => sprintf('a stretch of %d mm for %s', (int) round($this->stretch($to)), $here),
            Toll::Position => "{$here} in " . self::positionInWords($position),
            Toll::Home => "staying out of first position for {$here}",
            Toll::Refinger => "another finger on the same {$here}",
            Toll::Reshape => "opening and closing the hand for {$here}",
        };
    }

    /** What the chosen way gains by not paying an item. */
    private function gain(Toll $toll, Grip $grip): string
    {
        $string = $this->strings->names[$grip->stops[0][0]];

        return match ($toll) {
            Toll::SlurCrossing => 'keeps the slur on one string',
            Toll::Crossing => "keeps the bow on the {$string} string",
            Toll::Shift => 'the hand stays where it is',
            Toll::SlurShift => 'no shift inside the slur',
            Toll::Slide, Toll::NextDoor, Toll::Squeeze => 'each finger keeps its own place',
            Toll::Gap, Toll::Extension, Toll::Reshape => 'an easy hand',
            Toll::Fourth => 'spares the fourth finger',
            Toll::FourthForOpen => 'the open string serves',
            Toll::Open => 'the fourth finger, as this class does',
            Toll::OpenRings, Toll::OpenWhistles => 'a stopped note for the sound',
            Toll::NotOwned => 'the finger of this letter',
            Toll::FourWanted => 'the fourth finger is free for the next note',
            Toll::Altered => 'the finger at its usual place',
            Toll::LowerString => "low on the {$string} string",
            Toll::Position => self::positionInWords($this->hand->nameOf($grip->frame)) . ' serves',
            Toll::Home => 'back home',
            Toll::Refinger => 'the finger is there already',
        };
    }

    private function saving(Toll $toll, int $layer, ?Grip $from, Grip $to): string
    {
        return match ($toll) {
            Toll::SlurCrossing => 'no crossing inside the slur',
            Toll::Crossing => 'one crossing less',
            Toll::Shift, Toll::SlurShift => 'no shift to ' . $this->hand->nameOf($to->frame),
            Toll::Fourth => 'no fourth finger',
            Toll::Position => 'stays in first position',
            Toll::Slide => 'no slide',
            Toll::Gap => 'no wide gap',
            Toll::NextDoor => 'no finger wanted twice next door',
            Toll::Altered => 'no altered finger',
            Toll::FourthForOpen => 'the open string serves',
            Toll::LowerString => 'lower on a higher string',
            Toll::NotOwned => 'the finger of this letter',
            Toll::Extension => 'no stretch',
            Toll::Squeeze => 'no squeezed fingers',
            Toll::Home => 'back in first position',
            Toll::Reshape => 'the hand stays as it is',
            Toll::OpenRings => 'no ringing open string',
            Toll::Refinger => 'no other finger on the same note',
            default => 'saves ' . $this->phrase($toll, $layer, $from, $to),
        };
    }

    private function pitch(int $layer): string
    {
        $pitches = $this->path->moment($layer)->pitches;
        $pitch = $pitches[count($pitches) - 1];

        return $pitch->spoken() . $pitch->octave;
    }

    private function speed(int $layer): int
    {
        $onset = Fraction::of((int) round($this->path->moment($layer)->onset * 480), 480);

        return (int) round($this->tempo->quartersPerMinuteAt($onset));
    }

    private function inTime(int $layer): string
    {
        $since = $this->path->moment($layer)->since;

        return $since < 0.4 ? sprintf(' within %.2f s', $since) : '';
    }

    private function millimetres(?Grip $from, Grip $to): string
    {
        $memory = $from === null ? [] : $from->memory;
        if ($memory === [] || $to->isOpen) {
            return '';
        }

        return sprintf(' (%d mm)', (int) round($this->board->span($memory[0][2], $to->stops[0][2])));
    }

    private function stretch(Grip $grip): float
    {
        [, , $semitones] = $grip->stops[0];

        return $this->board->span($grip->frame, $semitones) ?: $this->board->span($semitones, $semitones + 1);
    }

    public static function positionInWords(string $name): string
    {
        $words = ['½' => 'half position', 'I' => 'first position', 'II' => 'second position', 'III' => 'third position',
            'IV' => 'fourth position', 'V' => 'fifth position', 'VI' => 'sixth position', 'VII' => 'seventh position'];

        return $words[$name] ?? "position {$name}";
    }
}
