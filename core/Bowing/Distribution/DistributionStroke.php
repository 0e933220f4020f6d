<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Distribution;

use UprightPencil\Bowing\Settings\BowRegion;
use UprightPencil\Music\Direction;

/** What the place of one stroke on the bow depends on; lengths are shares of the hair. */
final readonly class DistributionStroke
{
    /**
     * @param float $slowest the least bow on which it still sounds
     * @param float $fastest the most it can take
     * @param BowRegion $region where it should begin
     * @param bool $isFree the bow starts anew here, at no price
     * @param bool $isSet the bow is set anew here (a retake, or a lift that was asked for)
     * @param bool $mayLift there is time to set it anew
     * @param float $reach how far it can be carried in that time
     */
    public function __construct(
        public Direction $direction,
        public float $seconds,
        public float $slowest,
        public float $comfortable,
        public float $fastest,
        public BowRegion $region,
        public bool $isFree,
        public bool $isSet,
        public bool $mayLift,
        public float $reach,
    ) {
    }
}
