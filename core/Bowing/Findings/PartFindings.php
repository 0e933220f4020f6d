<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Findings;

use UprightPencil\Bowing\Distribution\DistributionPlan;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\BowPart;
use UprightPencil\Marks\Kind\Bow\PartOfBow;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Parts of the bow that were asked for and that the strokes cannot come to. */
final readonly class PartFindings
{
    public function __construct(
        private BowSettings $settings,
        private BowConstraints $constraints,
        private BowLengths $lengths,
        private DistributionPlan $distribution,
        private EventFlags $flags,
    ) {
    }

    /**
     * @param list<Stroke> $strokes
     * @return list<Flag> one for each mark, where it is missed first
     */
    public function of(array $strokes): array
    {
        $flags = [];
        foreach ($strokes as $index => $stroke) {
            $mark = $this->constraints->partOfBow($stroke->head()->event);
            $kind = $mark?->kind();
            if ($mark === null || !$kind instanceof PartOfBow || isset($flags[$mark->key()])) {
                continue;
            }
            $missed = $this->missed($kind->part, $stroke, $this->distribution->lengths[$index] ?? 0.0);
            if ($missed !== '') {
                $flags[$mark->key()] = $this->flags->at(FlagCode::GoalMissed, $missed, $stroke->head()->event);
            } elseif ($mark->pass !== null) {
                $text = "“{$kind->words()}” holds each time through, not only time {$mark->pass}.";
                $flags[$mark->key()] = $this->flags->at(FlagCode::MarksContradict, $text, $stroke->head()->event);
            }
        }

        return array_values($flags);
    }

    /** Why a stroke is not as it was asked for; empty where it is. */
    private function missed(BowPart $part, Stroke $stroke, float $length): string
    {
        $from = $this->distribution->from($stroke->head());
        $to = $this->distribution->to($stroke->last());
        $asked = $part->plainWords();
        if ($from === null || $to === null || $part === BowPart::Save) {
            return '';
        }
        if ($part === BowPart::Whole) {
            return $length >= (1.0 - 3 * $this->settings->besideAsked) * $this->lengths->hair() ? ''
                : "“{$asked}” is asked for, and this stroke is too short for so much bow, or begins too far along it.";
        }
        $region = $this->settings->askedRegion($part);
        $beside = max($region->from - min($from, $to), max($from, $to) - $region->to);
        if ($beside <= $this->settings->besideAsked) {
            return '';
        }
        $where = match (true) {
            max($from, $to) - min($from, $to) > $region->to - $region->from + $this->settings->besideAsked
                => 'the note is too long for so little bow',
            $stroke->hasRestBefore() => 'the rest is too short to bring the bow there',
            default => 'the strokes before leave the bow elsewhere, and there is no rest to bring it over',
        };

        return "“{$asked}” is asked for, but {$where}.";
    }
}
