<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Disagreement;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Score;
use UprightPencil\Roadmap\Roadmap;

/**
 * Whether the measures count: every measure as long as its meter says, and the pickup's beats taken from the end.
 *
 * A measure that leads back by a repeat is short only by what it leads back to: when the sign stands after the
 * pickup, the first ending is a full measure and supplies the pickup itself.
 */
final readonly class MeasureLengths
{
    /** @return list<Flag> */
    public function review(Score $score, Roadmap $roadmap): array
    {
        $flags = [];
        $pays = $this->whatFollows($score, $roadmap);
        $measures = $score->measures;
        $last = count($measures) - 1;
        $pickup = $score->pickup();
        foreach ($measures as $index => $measure) {
            if ($measure->meter->isFree || $measure === $pickup) {
                continue;
            }
            $full = $measure->meter->length();
            $isLast = $index === $last || $measure->fine;
            if ($isLast && $pickup !== null) {
                $owed = $pickup->length;
                if (!isset($pays[$index])) {
                    $pays[$index] = $owed;
                }
            }
            $owed = $pays[$index] ?? null;
            if ($owed !== null && $measure->length->plus($owed)->equals($full)) {
                continue;
            }
            if ($owed !== null && $owed->isPositive() && $measure->length->compare($full) <= 0) {
                $flags[] = $this->unpaid($measure, $owed);
                continue;
            }
            if ($measure->length->equals($full) || $this->isHalfOfASplit($measures, $index)) {
                continue;
            }
            $flags[] = $this->wrongLength($measure, $full);
        }

        foreach ($score->disagreements as $disagreement) {
            $flags[] = $this->disagrees($score->measures[$disagreement->measure], $disagreement);
        }

        return $flags;
    }

    private function disagrees(Measure $measure, Disagreement $disagreement): Flag
    {
        $text = "Measure {$measure->number} has " . self::beats($disagreement->length, $measure)
            . ' here and ' . self::beats($measure->length, $measure) . ' in the score.';

        return new Flag(
            FlagCode::DoesNotAddUp,
            $text,
            $disagreement->partId,
            $measure->index,
            Fraction::of(1),
        );
    }

    /**
     * What the music a measure leads back to begins with, where that is less than a full measure.
     *
     * @return array<int, Fraction> length of the short measure led back to (zero: a full one), by leading measure
     */
    private function whatFollows(Score $score, Roadmap $roadmap): array
    {
        $pays = [];
        foreach ($roadmap->visits as $at => $visit) {
            $next = $roadmap->visits[$at + 1] ?? null;
            if ($next === null || $next->measure > $visit->measure) {
                continue;
            }
            $target = $score->measures[$next->measure];
            $isPickup = $target->isShort() && ($next->measure === 0 || !$target->endsSection);
            $pays[$visit->measure] = $isPickup ? $target->length : Fraction::zero();
        }

        return $pays;
    }

    /**
     * A measure cut in two by a repeat sign or double bar: neighbours that together are whole.
     *
     * @param list<Measure> $measures
     */
    private function isHalfOfASplit(array $measures, int $index): bool
    {
        $measure = $measures[$index];
        if (!$measure->isShort()) {
            return false;
        }
        $pairs = isset($measures[$index + 1]) ? [[$measure, $measures[$index + 1]]] : [];
        $before = array_slice($measures, max(0, $index - 1), min(1, $index));
        foreach ($before as $neighbour) {
            $pairs[] = [$neighbour, $measure];
        }
        foreach ($pairs as [$first, $second]) {
            $isCut = $first->repeatBack > 0 || $first->endsSection || $second->repeatForward || $second->isImplicit
                || $first->endingStops;
            if ($isCut && $first->length->plus($second->length)->equals($measure->meter->length())) {
                return true;
            }
        }
        // After a first ending that paid for it, the pickup of the next strain stands alone.
        return $measure->isImplicit;
    }

    private function unpaid(Measure $measure, Fraction $pickup): Flag
    {
        $beats = self::beats($pickup, $measure);
        $here = self::beats($measure->length, $measure);
        $text = "The pickup has {$beats}, so measure {$measure->number} should be that much short; it has {$here}.";

        return new Flag(FlagCode::PickupUnpaid, $text, null, $measure->index, Fraction::of(1));
    }

    private function wrongLength(Measure $measure, Fraction $full): Flag
    {
        $here = self::beats($measure->length, $measure);
        $meter = "{$measure->meter->beats}/{$measure->meter->unit}";
        $text = "Measure {$measure->number} has {$here} where {$meter} asks for " . self::beats($full, $measure) . '.';

        return new Flag(FlagCode::DoesNotAddUp, $text, null, $measure->index, Fraction::of(1));
    }

    private static function beats(Fraction $length, Measure $measure): string
    {
        $count = $length->dividedBy($measure->meter->beatLength());
        $whole = $count->floor();
        $rest = $count->minus(Fraction::of($whole));
        $words = match (true) {
            $rest->isZero() => (string) $whole,
            $whole === 0 => (string) $rest,
            default => "{$whole} {$rest}",
        };

        return $words . ($count->compare(Fraction::of(1)) <= 0 ? ' beat' : ' beats');
    }
}
