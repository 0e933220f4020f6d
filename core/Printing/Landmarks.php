<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Music\Measure;
use UprightPencil\Music\PlaceWords;

/** How a measure is found without counting from the beginning: by the rehearsal mark before it, or the one soon after it. */
final readonly class Landmarks
{
    /** Counting back from a mark that stands further away than this helps nobody. */
    private const BEFORE = 8;

    /** @param list<Measure> $measures */
    public function __construct(private array $measures)
    {
    }

    /** @return string "3rd measure after B", "at B", "the beginning"; empty where there is nothing to go by */
    public function of(int $measure): string
    {
        $of = $this->measures[$measure];
        if ($of->rehearsal !== null) {
            return "at {$of->rehearsal}";
        }
        if ($measure === 0) {
            return 'the beginning';
        }
        for ($back = $measure - 1; $back >= 0; $back--) {
            if ($this->measures[$back]->rehearsal !== null) {
                return PlaceWords::ordinal($measure - $back) . " measure after {$this->measures[$back]->rehearsal}";
            }
        }
        for ($on = $measure + 1; $on <= $measure + self::BEFORE && isset($this->measures[$on]); $on++) {
            if ($this->measures[$on]->rehearsal !== null) {
                return PlaceWords::ordinal($on - $measure) . " measure before {$this->measures[$on]->rehearsal}";
            }
        }

        return '';
    }
}
