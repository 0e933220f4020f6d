<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;
use UprightPencil\Roadmap\Roadmap;

/** A piece of the programme with what is known of it. */
final readonly class PlannedPiece
{
    /** @var list<Stretch> */
    public array $stretches;

    /** @var float seconds it takes from beginning to end, repeats and all */
    public float $seconds;

    /** @param string $key what tells it from the others */
    public function __construct(
        public string $key,
        public string $title,
        public MarkedParts $marked,
        public Hardness $hardness,
        public Coverage $coverage,
        private TuningPlaces $places,
    ) {
        $this->stretches = (new Stretches($marked))->of($hardness);
        $seconds = 0.0;
        foreach (Roadmap::of($marked->score)->visits as $visit) {
            $seconds += $marked->seconds($visit->measure, $visit->measure);
        }
        $this->seconds = $seconds;
    }

    /**
     * @return list<TuningPlace> the best first
     * @throws MusicException
     */
    public function tuning(): array
    {
        return $this->places->all();
    }

    /** Whether a bowed note of two quarters or more is held to the last barline: it is left too soon by many a class. */
    public function endsLong(): bool
    {
        $measure = $this->marked->score->measures[$this->marked->lastMeasure()] ?? null;
        if ($measure === null) {
            return false;
        }
        foreach ($this->marked->around($measure->onset, $measure->onset) as [$note]) {
            $isLong = !$note->until->minus($note->from)->isLessThan(Fraction::of(2));
            if ($isLong && !$note->isPlucked && !$note->until->isLessThan($measure->end())) {
                return true;
            }
        }

        return false;
    }

    /** Seconds from a measure to the end, as it is printed. */
    public function secondsFrom(int $measure): float
    {
        return $this->marked->seconds($measure, $this->marked->lastMeasure());
    }
}
