<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Plan\PartPlan;

/** Whether two sections play a line with the same fingers, on the same strings or a string over. */
final readonly class SameHand
{
    /** So many notes may be otherwise and are named. */
    private const MOST_OTHERWISE = 2;
    /** Of a line of so few stopped notes nothing is said. */
    private const LEAST = 3;

    /**
     * @param PartPlan $plan of the section it is said of
     * @param PartPlan $other of the section it is compared with, note for note the same line
     * @return string "as the violin, a string over"; empty where it does not hold
     * @throws MusicException
     */
    public static function words(PartPlan $plan, PartPlan $other): string
    {
        if (count($plan->part->notes) !== count($other->part->notes)) {
            return '';
        }
        $strings = Strings::of($plan->part->instrument);
        $others = Strings::of($other->part->instrument);
        $over = [];
        $otherwise = [];
        foreach ($plan->part->notes as $index => $note) {
            $mine = $plan->fingers->at($note->id);
            $theirs = $other->fingers->at($other->part->notes[$index]->id);
            if ($mine === null || $theirs === null) {
                return '';
            }
            if ($mine->number === $theirs->number && $mine->shape === $theirs->shape) {
                $over[(int) $strings->named($mine->string) - (int) $others->named($theirs->string)][] = $note;
            } else {
                $otherwise["{$mine->words()} on {$mine->string}"] = true;
            }
        }
        if (count($over) !== 1 || count($otherwise) > self::MOST_OTHERWISE) {
            return '';
        }
        $away = array_key_first($over);
        $name = $other->part->instrument->value;
        $words = match (abs($away)) {
            0 => "as the {$name}, finger for finger",
            1 => "as the {$name}, a string over",
            default => '',
        };
        if ($words === '' || count($over[$away]) < self::LEAST) {
            return '';
        }

        return $otherwise === [] ? $words : "{$words}, but " . implode(' and ', array_keys($otherwise));
    }
}
