<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Settings;

/**
 * Numbers by which the bow is distributed over the strokes and spoken of. Places and shares are of the hair, 0 frog to 1 tip; prices
 * are among themselves.
 *
 * The prices were found by trial over whole pieces; a stroke at its comfortable length in its region costs nothing.
 */
final readonly class DistributionSettings
{
    /** Lengths tried for a stroke, as multiples of the comfortable one. */
    public const LENGTHS = [0.45, 0.7, 1.0, 1.5, 2.2];

    public function __construct(
        /** For each second and square of ln(length / comfortable length). */
        public float $priceSpeed = 1.5,
        /** A stroke counts for at least this many seconds. */
        public float $leastSeconds = 0.15,
        /** For carrying the bow along its whole length through the air. */
        public float $priceAir = 0.15,
        public float $priceLift = 0.6,
        /** For each unit of ln outside what sounds: too slow is as bad as too fast. */
        public float $priceOutside = 12.0,
        /** How far outside, in ln, nobody hears it. */
        public float $slack = 0.1,
        /** A lift smaller than this is none: the bow stays where it is. */
        public float $seenLift = 0.1,
        /** A stroke that gets less than this share of its slowest length has run out of bow … */
        public float $runOutShare = 0.6,
        /** … when it is longer than this many seconds. */
        public float $runOutSeconds = 1.0,
        /** Share of the hair from which a stroke takes the whole bow. */
        public float $wholeBow = 0.85,
        /** A stroke this much shorter than comfortable must be saved. */
        public float $saved = 0.62,
        /** Seconds under which nobody has time to think of advice. */
        public float $adviceSeconds = 1.2,
        /** How near the end of the bow counts as the tip or the frog. */
        public float $nearEnd = 0.2,
        /** How far outside its region the bow must come from for the way there to be told. */
        public float $farFromRegion = 0.2,
        /** From which weight on a region matters enough to be told. */
        public float $regionMatters = 0.6,
        /** Regions that end below this are at the balance point. */
        public float $balancePoint = 0.45,
        public float $middle = 0.5,
    ) {
    }
}
