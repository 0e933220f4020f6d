<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Drills\PracticePart;
use UprightPencil\Drills\TempoLadder;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Slur;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\MarkedParts;

/**
 * A piece in stretches that are worked together: from rehearsal mark, double bar or repeat to the next, and what is longer than a class
 * can keep in mind in pieces of about eight measures, parted where the fewest sections are under a tie or a slur, most have come to rest,
 * and fours of measures end.
 */
final readonly class Stretches
{
    private const USUAL = 8;
    private const LEAST = 3;
    private const MOST = 12;
    /** What a measure more or less than usual counts against a barline over which everybody is slurred. */
    private const OFF = 0.1;
    /** The same for everybody going on to the barline, and for a place where no four measures end. */
    private const GOING_ON = 1.0;
    private const FOURS = 4;
    private const OFF_FOURS = 0.2;
    /** From this on, a stretch is begun as slowly as hard ones are. */
    private const HARD = 0.5;
    private const LONG = 1.0;
    /** Shares of the tempo. */
    private const TOGETHER = 0.75;
    private const SLOWEST = 0.2;

    public function __construct(private MarkedParts $marked)
    {
    }

    /** @return list<Stretch> in the order of the score, every measure in one of them */
    public function of(Hardness $hardness): array
    {
        return array_map(fn (array $one): Stretch => $this->stretch($one[0], $one[1], $hardness), $this->bounds());
    }

    public function stretch(int $from, int $to, Hardness $hardness): Stretch
    {
        $score = $this->marked->score;
        $hard = $hardness->over($from, $to);

        return new Stretch(
            $from,
            $to,
            round($hard, 3),
            $hardness->causesOver($from, $to),
            $this->marked->seconds($from, $to),
            $this->safeShare($from, $to, $hard >= self::HARD),
            (int) round($this->marked->tempo->quartersPerMinuteAt($score->measures[$from]->onset)),
            $this->longShare($from, $to),
        );
    }

    /** @return list<array{int, int}> first and last measure of each */
    private function bounds(): array
    {
        $bounds = [];
        foreach ($this->sections() as [$from, $to]) {
            while ($to - $from + 1 > self::MOST) {
                $cut = $this->cut($from, $to);
                $bounds[] = [$from, $cut - 1];
                $from = $cut;
            }
            $before = $to - $from + 1 < self::LEAST ? array_pop($bounds) : null;
            if ($before !== null && $to - $before[0] + 1 > self::MOST) {
                $bounds[] = $before;
                $before = null;
            }
            $bounds[] = [$before[0] ?? $from, $to];
        }

        return $bounds;
    }

    /** @return list<array{int, int}> from one sign of a new section to the next */
    private function sections(): array
    {
        $measures = $this->marked->score->measures;
        $starts = $measures === [] ? [] : [0];
        foreach ($measures as $index => $measure) {
            $before = $measures[$index - 1] ?? null;
            if ($before === null || ($index === 1 && $before->isShort())) {
                continue;
            }
            if ($measure->rehearsal !== null || $measure->repeatForward || $before->endsSection || $before->repeatBack > 0) {
                $starts[] = $index;
            }
        }
        $sections = [];
        foreach ($starts as $at => $from) {
            $sections[] = [$from, ($starts[$at + 1] ?? count($measures)) - 1];
        }

        return $sections;
    }

    /** Before which measure a long stretch is parted first. */
    private function cut(int $from, int $to): int
    {
        $best = $from + self::USUAL;
        // The measure a pickup stands in is none of the four.
        $upbeat = $this->marked->score->measures[$from]->isShort() ? 1 : 0;
        $least = INF;
        for ($at = $from + self::LEAST + 1; $at <= $from + self::MOST && $at <= $to - self::LEAST + 1; $at++) {
            $price = abs($at - $from - self::USUAL) * self::OFF + $this->bound($at) + $this->goingOn($at) * self::GOING_ON
                + (($at - $from - $upbeat) % self::FOURS === 0 ? 0.0 : self::OFF_FOURS);
            if ($price < $least) {
                [$best, $least] = [$at, $price];
            }
        }

        return min($best, $to);
    }

    /** Share of the sections that are under a tie or a slur over the barline before a measure. */
    private function bound(int $measure): float
    {
        $at = $this->marked->score->measures[$measure]->onset;
        $bound = 0;
        foreach ($this->marked->parts as $part) {
            $bound += $this->isHeldOver($part, $at) || self::isSlurredOver($part, $measure) ? 1 : 0;
        }

        return $this->marked->parts === [] ? 0.0 : $bound / count($this->marked->parts);
    }

    /**
     * Share of the sections that begin a note in the last half of the measure before a barline: their phrase does not end there. The
     * highest of them counts as much as all together, since who accompanies goes on at every barline.
     */
    private function goingOn(int $measure): float
    {
        $before = $this->marked->score->measures[$measure - 1];
        $half = $before->onset->toFloat() + ($before->end()->toFloat() - $before->onset->toFloat()) / 2;
        $going = [];
        [$highest, $top] = [null, ''];
        foreach ($this->marked->around($before->onset, $before->onset) as [$note, $part]) {
            $key = MarkedParts::heard($part, $note->pitch->semitone());
            if ($highest === null || $key > $highest) {
                [$highest, $top] = [$key, $part->plan->part->id];
            }
            if ($note->from->toFloat() >= $half) {
                $going[$part->plan->part->id] = true;
            }
        }

        return $highest === null ? 0.0 : (count($going) / count($this->marked->parts) + (isset($going[$top]) ? 1 : 0)) / 2;
    }

    private function isHeldOver(PracticePart $part, Fraction $at): bool
    {
        foreach ($this->marked->around($at, $at) as [$note, $of]) {
            if ($of === $part && $note->from->isLessThan($at) && $at->isLessThan($note->until)) {
                return true;
            }
        }

        return false;
    }

    private static function isSlurredOver(PracticePart $part, int $measure): bool
    {
        $notes = $part->plan->part->notes;

        return array_filter(
            $part->plan->part->slurs,
            static fn (Slur $slur): bool => $notes[$slur->from]->measure < $measure && $notes[$slur->to]->measure >= $measure,
        ) !== [];
    }

    /**
     * A class goes slowly enough for its fastest notes, and else at three quarters; what moves so slowly that bows would run out is left
     * at its tempo.
     */
    private function safeShare(int $from, int $to, bool $isHard): float
    {
        $shortest = INF;
        foreach ($this->marked->parts as $part) {
            $notes = $part->inMeasures($from, $to);
            $shortest = $notes === null ? $shortest : min($shortest, $part->shortest($notes[0], $notes[1]) ?? INF);
        }
        if ($shortest >= self::LONG) {
            return 1.0;
        }

        return max(self::SLOWEST, min(self::TOGETHER, $shortest * TempoLadder::safeNotes($isHard)));
    }

    private function longShare(int $from, int $to): float
    {
        $long = $all = 0.0;
        foreach ($this->marked->parts as $part) {
            $notes = $part->inMeasures($from, $to);
            for ($at = $notes[0] ?? 0; $notes !== null && $at <= $notes[1]; $at++) {
                $all += $part->notes[$at]->seconds;
                $long += $part->notes[$at]->seconds >= self::LONG ? $part->notes[$at]->seconds : 0.0;
            }
        }

        return $all > 0.0 ? round($long / $all, 3) : 0.0;
    }
}
