<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Places as they are said in a rehearsal: "m. 9 beat 3", "m. 9, the and of 2", "the pickup". */
final readonly class PlaceWords
{
    /** Names of the parts of a beat, by the share of it that is gone. */
    private const PARTS = [
        '1/2' => 'the and of', '1/4' => 'the second sixteenth of', '3/4' => 'the last sixteenth of',
        '1/3' => 'the second triplet of', '2/3' => 'the last triplet of',
    ];

    /** @param Fraction $offset quarter notes from the barline */
    public static function of(Measure $measure, Fraction $offset): string
    {
        $beat = self::beat($measure->meter->beatAt($offset));
        if (self::isPickup($measure)) {
            return $offset->isZero() ? 'the pickup' : "{$beat} of the pickup";
        }

        return "m. {$measure->number}" . (str_starts_with($beat, 'beat') ? ' ' : ', ') . $beat;
    }

    public static function measure(Measure $measure): string
    {
        return self::isPickup($measure) ? 'the pickup' : "m. {$measure->number}";
    }

    /** A measure of which only its number is known, which is "0" for a pickup. */
    public static function numbered(string $number): string
    {
        return $number === '0' ? 'the pickup' : "m. {$number}";
    }

    /** A stretch by the numbers of its first and its last measure: "12", "12–16", "pickup–8". */
    public static function stretch(string $first, string $last): string
    {
        $begin = $first === '0' ? 'pickup' : $first;

        return $first === $last ? $begin : "{$begin}–{$last}";
    }

    /**
     * Numbers of measures, those that follow each other drawn together: "1, 3–5, 9".
     *
     * @param array<int, Measure> $measures
     * @param list<int> $indexes in order
     */
    public static function runs(array $measures, array $indexes): string
    {
        $runs = [];
        foreach ($indexes as $index) {
            $last = count($runs) - 1;
            if ($last >= 0 && $runs[$last][1] === $index - 1) {
                $runs[$last][1] = $index;
            } else {
                $runs[] = [$index, $index];
            }
        }

        return implode(', ', array_map(static fn (array $run): string => $measures[$run[0]]->number
            . ($run[0] === $run[1] ? '' : "–{$measures[$run[1]]->number}"), $runs));
    }

    /**
     * Two places, the measure named once.
     *
     * @param Fraction $from quarter notes from the barline
     */
    public static function between(Measure $one, Fraction $from, Measure $other, Fraction $to): string
    {
        $second = $one === $other ? self::beat($other->meter->beatAt($to)) : self::of($other, $to);

        return self::of($one, $from) . " to {$second}";
    }

    /** @param Fraction $beat counted from 1 in the meter's lower number */
    public static function beat(Fraction $beat): string
    {
        $whole = $beat->floor();
        $part = (string) $beat->minus(Fraction::of($whole));

        return match (true) {
            $beat->isWhole() => "beat {$whole}",
            isset(self::PARTS[$part]) => self::PARTS[$part] . " {$whole}",
            default => "just after beat {$whole}",
        };
    }

    /** "2nd" */
    public static function ordinal(int $number): string
    {
        $isTeen = in_array($number % 100, [11, 12, 13], true);

        return $number . ($isTeen ? 'th' : (['th', 'st', 'nd', 'rd'][$number % 10] ?? 'th'));
    }

    private static function isPickup(Measure $measure): bool
    {
        return $measure->index === 0 && $measure->isShort();
    }
}
