<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\InRest;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\SlurLink;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * Prices the places where a bow could be turned back by a hook or a retake.
 *
 * Cheap where the stop is not heard: on a repeated pitch, before a rest, on light beats; dear on downbeats and at speed.
 */
final readonly class RepeatCandidates
{
    private RetakeTime $retakes;

    /** @param list<Stroke> $strokes */
    public function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        private array $strokes,
        private BowConstraints $constraints,
        private Landmarks $landmarks,
        private BowSettings $settings,
    ) {
        $this->retakes = new RetakeTime($settings);
    }

    /**
     * @param int $after the stroke that must keep its direction
     * @param int $upTo the stroke that is to turn, and the last that may carry the mark
     * @return list<RepeatCandidate> cheapest first
     */
    public function between(int $after, int $upTo): array
    {
        $found = [];
        for ($index = max(1, $after + 1); $index <= $upTo; $index++) {
            array_push($found, ...$this->at($index, $upTo));
        }
        usort($found, self::cheaper(...));

        return $found;
    }

    /**
     * The ways for one stroke to go as the one before, for the sake of a later one.
     *
     * @return list<RepeatCandidate> cheapest first; empty where the stroke starts anew, or where its connection is printed or marked
     */
    public function at(int $index, int $upTo): array
    {
        $stroke = $this->strokes[$index];
        $head = $stroke->head();
        $before = $this->strokes[$index - 1] ?? null;
        $isTaken = $before === null || $stroke->freshStart !== null || $stroke->link === SlurLink::Hook
            || $this->constraints->connection($head->event, $head->pass) !== null
            || ($index < $upTo && $this->constraints->direction($head->event, $head->pass) !== null);
        if ($isTaken) {
            return [];
        }
        $distance = $this->settings->pricePerMeasure * abs($this->measureOf($upTo) - $this->measureOf($index));
        $found = [];
        $fast = $this->settings->fastSeconds;
        if ($stroke->hasRestBefore() || $before->seconds >= $fast || $stroke->seconds >= $fast) {
            [$price, $why] = $this->hook($index, $before);
            $found[] = new RepeatCandidate($index, BowConnection::Hook, $price + $distance, $why);
        }
        if ($stroke->hasRestBefore() && $this->retakes->isEnough($before, $stroke)) {
            $found[] = new RepeatCandidate(
                $index,
                BowConnection::Retake,
                $this->settings->priceOfRetake() + $distance,
                sprintf(
                    'the rest gives %.2f s, the way back takes %.2f s',
                    $this->retakes->available($before, $stroke),
                    $this->retakes->needed($before),
                ),
            );
        } elseif (!$stroke->hasRestBefore() && $stroke->link === SlurLink::None && $this->retakes->canBorrow($before)) {
            [$price, $why] = $this->comma($index, $before);
            $found[] = new RepeatCandidate($index, BowConnection::Retake, $price + $distance, $why);
        }
        usort($found, self::cheaper(...));

        return $found;
    }

    /**
     * A retake without a rest.
     *
     * @return array{float, string}
     */
    private function comma(int $index, Stroke $before): array
    {
        $takes = sprintf('the note before gives up %.2f s', $this->retakes->needed($before));

        // A repeat leads back from the end of a phrase, when its last note is long.
        $isBack = $this->strokes[$index]->head()->isLeap && $before->seconds >= $this->settings->longSeconds;
        $isPhraseEnd = $isBack || $this->landmarks->leadsIn($index);

        return match (true) {
            $isPhraseEnd => [$this->settings->priceCommaAtPhraseEnd, "a comma where the phrase ends: {$takes}"],
            $before->seconds >= $this->settings->longSeconds => [$this->settings->priceCommaAfterLong, "a comma: {$takes}"],
            default => [$this->settings->priceComma, "a comma: {$takes}"],
        };
    }

    /** Whether a turn at a stroke could go unheard at all: only these are worth pricing where nobody asked for one. */
    public function mayGoUnheard(int $index): bool
    {
        $stroke = $this->strokes[$index];
        $before = $this->strokes[$index - 1] ?? null;

        return $before !== null && ($stroke->hasRestBefore() || $this->landmarks->leadsIn($index)
            || (isset($this->strokes[$index + 1]) && $this->strokes[$index + 1]->hasRestBefore()) || $this->repeatsPitch($before, $stroke));
    }

    /** Where a stroke begins, as it is said. */
    public function place(int $stroke): string
    {
        $event = $this->line->events[$this->strokes[$stroke]->head()->event];
        $measure = $this->score->measures[$event->measure];

        return $event->offset->isZero() ? PlaceWords::measure($measure) : PlaceWords::of($measure, $event->offset);
    }

    private static function cheaper(RepeatCandidate $a, RepeatCandidate $b): int
    {
        return [$a->price, -$a->stroke, $a->connection->value] <=> [$b->price, -$b->stroke, $b->connection->value];
    }

    /** @return array{float, string} */
    private function hook(int $index, Stroke $before): array
    {
        $stroke = $this->strokes[$index];
        $price = $this->settings->priceHook;
        $reasons = [];
        if ($this->repeatsPitch($before, $stroke)) {
            $price += $this->settings->priceRepeatedPitch;
            $reasons[] = 'the note is the same';
        }
        if (isset($this->strokes[$index + 1]) && $this->strokes[$index + 1]->hasRestBefore()) {
            $price += $this->settings->priceBeforeRest;
            $reasons[] = 'a rest follows';
        }
        $goesOn = $stroke->hasRestBefore() && $this->settings->rests === InRest::Freeze;
        if ($stroke->onDownbeat && !$goesOn) {
            $price += $this->settings->priceOnDownbeat;
            $reasons[] = 'but it is a downbeat';
        } elseif ($stroke->strength === 2 || $stroke->isAccented) {
            $price += $this->settings->priceOnStrongBeat;
            $reasons[] = 'but it is a strong beat';
        } elseif ($stroke->strength <= 1) {
            $reasons[] = 'a light beat';
        }
        if ($stroke->hasRestBefore()) {
            $price += $this->settings->priceOfRestBetween();
        }
        $shortest = min($before->seconds, $stroke->seconds);
        if ($shortest < $this->settings->fastSeconds) {
            $price += $this->settings->priceFast;
            $reasons[] = sprintf('but it goes by in %.2f s', $shortest);
        } elseif ($shortest < $this->settings->quickSeconds) {
            $price += $this->settings->priceQuick;
        }
        if ($before->comfortableCm + $stroke->comfortableCm > $this->settings->hairCentimetres($this->part->instrument)) {
            $price += $this->settings->priceTooLong;
            $reasons[] = 'but the two together want more than the bow';
        }

        return [$price, implode(', ', $reasons)];
    }

    private function repeatsPitch(Stroke $before, Stroke $stroke): bool
    {
        $last = $this->part->notes[$this->line->events[$before->last()->event]->notes[0]]->pitch;
        $next = $this->part->notes[$this->line->events[$stroke->head()->event]->notes[0]]->pitch;

        return $last !== null && $next !== null && $last->semitone() === $next->semitone();
    }

    private function measureOf(int $index): int
    {
        return $this->score->measures[$this->line->events[$this->strokes[$index]->head()->event]->measure]->index;
    }
}
