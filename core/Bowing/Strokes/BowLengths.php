<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Strokes;

use UprightPencil\Bowing\Settings\BowRegion;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\BowSpeeds;
use UprightPencil\Bowing\Settings\SoftBow;
use UprightPencil\Marks\BowPart;
use UprightPencil\Marks\Kind\Bow\PartOfBow;
use UprightPencil\Music\BowPlace;
use UprightPencil\Music\BowStyle;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Event;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlayingWords;
use UprightPencil\Music\TempoMap;

/**
 * How much bow each event takes at its dynamic, and where on the bow each stroke wants to be.
 */
final class BowLengths
{
    /** @var array<int, BowLength> by event */
    private array $events = [];
    /** @var array<string, BowLength> by likeness */
    private array $alike = [];
    /** @var array<string, BowLength> of events under one bow, by their own amounts */
    private array $sums = [];
    /** @var array<int, true>|null notes under the edition's slurs, by position in the part */
    private ?array $slurred = null;
    private readonly float $hair;
    private readonly BowRegion $anywhere;
    /** @var array<string, BowSpeeds> by dynamic */
    private array $speeds = [];

    public function __construct(
        private readonly Part $part,
        private readonly Line $line,
        private readonly TempoMap $tempo,
        private readonly Dynamics $dynamics,
        private readonly BowSettings $settings,
        private readonly PlayingWords $words,
        private readonly BowConstraints $constraints,
    ) {
        $this->hair = $settings->hairCentimetres($part->instrument);
        $this->anywhere = BowRegion::anywhere();
    }

    /**
     * Bow of one event; the dynamic is followed every half beat, so that a crescendo takes more and more. Events that are alike
     * in length, tempo, dynamic and style share one amount.
     */
    public function of(int $event): BowLength
    {
        return $this->events[$event] ??= $this->measure($event);
    }

    /** Bow of a whole stroke. */
    public function under(Stroke $stroke): BowLength
    {
        return $this->together($stroke->events);
    }

    /**
     * Bow of events played under one stroke; strokes of events that are alike share one amount.
     *
     * @param non-empty-list<PlayedEvent> $events
     */
    public function together(array $events): BowLength
    {
        $part = $this->partOf($events[0]->event);
        if (!isset($events[1]) && $part === null) {
            return $this->of($events[0]->event);
        }
        $key = $part->value ?? '';
        foreach ($events as $played) {
            $key .= spl_object_id($this->of($played->event)) . ' ';
        }

        return $this->sums[$key] ??= $this->asked($this->sum($events), $part);
    }

    /** The part of the bow somebody marked at an event. */
    private function partOf(int $event): ?BowPart
    {
        $kind = $this->constraints->partOfBow($event)?->kind();

        return $kind instanceof PartOfBow ? $kind->part : null;
    }

    /** The bow a stroke takes in the part that is asked for; a whole bow is as much of it as there is time for. */
    private function asked(BowLength $amount, ?BowPart $part): BowLength
    {
        if ($part === null) {
            return $amount;
        }
        if ($part === BowPart::Save) {
            return new BowLength(
                $amount->seconds,
                $amount->slowest,
                max($amount->slowest, $this->settings->savedShare * $amount->comfortable),
                $amount->fastest,
            );
        }
        $region = $this->settings->askedRegion($part);
        $room = ($region->to - $region->from) * $this->hair;
        $comfortable = $part === BowPart::Whole ? min($room, $amount->fastest) : min($room, $amount->comfortable);
        $comfortable = max($comfortable, $amount->slowest);

        return new BowLength($amount->seconds, $amount->slowest, $comfortable, max($comfortable, min($room, $amount->fastest)));
    }

    /** @param list<PlayedEvent> $events */
    private function sum(array $events): BowLength
    {
        $sum = BowLength::none();
        foreach ($events as $played) {
            $sum = $sum->plus($this->of($played->event));
        }

        return $sum;
    }

    /** Centimetres of playable hair. */
    public function hair(): float
    {
        return $this->hair;
    }

    /** Where a stroke should begin. */
    public function region(Stroke $stroke, Direction $direction, bool $isStart): BowRegion
    {
        $part = $this->partOf($stroke->events[0]->event);
        if ($part !== null && $part !== BowPart::Save) {
            return $this->begins($this->settings->askedRegion($part), $this->under($stroke), $direction);
        }
        $head = $this->line->events[$stroke->events[0]->event];
        $first = $this->part->notes[$head->notes[0]];
        if ($first->articulations !== []) {
            $region = $this->regionOfStyle($first, $stroke->seconds, $direction);
            if ($region !== null) {
                return $region;
            }
        }
        $onset = $head->onset->toFloat();
        $asked = $this->regionOfWords($onset, $stroke->seconds);
        if ($asked !== null) {
            return $asked;
        }
        $isSoft = $this->settings->soft === SoftBow::Tip && $this->dynamics->levelAt($onset) < $this->settings->softLevel;

        return match (true) {
            $stroke->seconds < $this->settings->quickStrokeSeconds => $isSoft ? $this->settings->quickSoft : $this->settings->quick,
            $isSoft => $this->settings->softRegion,
            $isStart => $direction === Direction::Down ? $this->settings->startDown : $this->settings->startUp,
            $stroke->seconds < $this->settings->plainStrokeSeconds => $this->settings->plain,
            default => $this->anywhere,
        };
    }

    /** Where a stroke begins that shall stay within a part of the bow. */
    private function begins(BowRegion $within, BowLength $amount, Direction $direction): BowRegion
    {
        $length = min($amount->comfortable / $this->hair, $within->to - $within->from);

        return $direction === Direction::Down
            ? new BowRegion($within->from, $within->to - $length, $within->weight)
            : new BowRegion($within->from + $length, $within->to, $within->weight);
    }

    private function regionOfWords(float $onset, float $seconds): ?BowRegion
    {
        $style = $seconds < $this->settings->dottedStrokeSeconds ? $this->words->styleAt($onset) : null;

        return match ($style) {
            BowStyle::Spiccato => $this->settings->spiccato,
            BowStyle::Staccato => $this->settings->dotted,
            default => match ($this->words->placeAt($onset)) {
                BowPlace::Frog => $this->settings->atFrog,
                BowPlace::BalancePoint => $this->settings->spiccato,
                BowPlace::Middle => $this->settings->quick,
                BowPlace::Tip => $this->settings->atTip,
                null => null,
            },
        };
    }

    private function regionOfStyle(Note $first, float $seconds, Direction $direction): ?BowRegion
    {
        return match (true) {
            $first->has('spiccato') => $this->settings->spiccato,
            $first->isShortened() && $seconds < $this->settings->dottedStrokeSeconds => $this->settings->dotted,
            $first->has('accent', 'strong-accent')
                => $direction === Direction::Down ? $this->settings->accentDown : $this->settings->accentUp,
            default => null,
        };
    }

    private function measure(int $event): BowLength
    {
        $of = $this->line->events[$event];
        $first = $this->part->notes[$of->notes[0]];
        $isShort = $this->words->styleAt($of->onset->toFloat())?->isShortened() === true && $this->isSeparate($of);
        $key = $this->likeness($event, $of, $first, $isShort);
        if ($key !== null && isset($this->alike[$key])) {
            return $this->alike[$key];
        }
        $sums = ['seconds' => 0.0, 'slowest' => 0.0, 'comfortable' => 0.0, 'fastest' => 0.0];
        $half = Fraction::of(1, 2);
        $at = $of->onset;
        $end = $of->end();
        $isSteady = $this->dynamics->isSteady($at->toFloat(), $end->toFloat());
        while ($at->isLessThan($end)) {
            $until = $isSteady ? $end : Fraction::smaller($at->plus($half), $end);
            $seconds = $this->tempo->seconds($at, $until);
            $level = $this->dynamics->between(($at->toFloat() + $until->toFloat()) / 2);
            $low = $this->speeds[$level->lower] ??= $this->settings->speeds($this->part->instrument, $level->lower);
            $speeds = $level->share > 0.0
                ? $low->towards($this->settings->speeds($this->part->instrument, $level->upper), $level->share)
                : $low;
            $sums['slowest'] += $seconds * $speeds->slowest;
            $sums['comfortable'] += $seconds * $speeds->comfortable;
            $sums['fastest'] += $seconds * $speeds->fastest;
            $sums['seconds'] += $seconds;
            $at = $until;
        }
        if ($first->has('accent', 'strong-accent')) {
            $sums['comfortable'] *= $this->settings->accentFactor;
        }
        if ($first->isShortened() || ($isShort && $sums['seconds'] < $this->settings->dottedStrokeSeconds)) {
            $most = $this->settings->staccatoShare * $this->hair;
            $sums['comfortable'] = min($sums['comfortable'] * $this->settings->freedByDot, $most);
            $sums['slowest'] = min($sums['slowest'] * $this->settings->freedByDot, $sums['comfortable']);
            $sums['fastest'] = max($most, $sums['comfortable']);
        }

        $amount = new BowLength($sums['seconds'], $sums['slowest'], $sums['comfortable'], $sums['fastest']);
        if ($key !== null) {
            $this->alike[$key] = $amount;
        }

        return $amount;
    }

    /** Whether no slur or tie of the edition touches a note: words ask for short notes of these alone. */
    private function isSeparate(Event $of): bool
    {
        if ($this->slurred === null) {
            $this->slurred = [];
            foreach ($this->part->slurs as $slur) {
                for ($note = $slur->from; $note <= $slur->to; $note++) {
                    $this->slurred[$note] = true;
                }
            }
        }
        $note = $this->part->notes[$of->notes[0]];

        return !isset($this->slurred[$of->notes[0]]) && !$note->tieStart && !$note->tieStop;
    }

    /** What tells the bow of one event from another's where nothing changes under it; null where something does. */
    private function likeness(int $event, Event $of, Note $first, bool $isShort): ?string
    {
        $from = $of->onset->toFloat();
        $to = $from + $of->duration->toFloat();
        $speed = $this->tempo->steadySpeed($from, $to);
        if ($speed === null || !$this->dynamics->isSteady($from, $to)) {
            return null;
        }
        // Where the bow is to be belongs to it: what is alike is distributed alike.
        $place = $this->words->placeAt($from)->value ?? '';
        $style = ($isShort ? '.' : '') . $place . ($this->partOf($event)->value ?? '')
            . ($first->articulations === [] ? '' : implode(' ', $first->articulations));

        return "{$of->duration->numerator}/{$of->duration->denominator}{$style} " . pack('d2', $speed, $this->dynamics->levelAt($from));
    }
}
