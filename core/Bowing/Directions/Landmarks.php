<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\LandmarkKind;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * The places of a line that matter more than any other downbeat: the first note of a section, the return of a passage, a loud last
 * note; and chords and repeated accents after rests, which like a down bow. Each is looked at the first time it is played.
 */
final readonly class Landmarks
{
    /** Level of *forte*, 0 (pp) to 5 (ff). */
    private const LOUD = 4.0;
    /** Noteheads from which on a chord wants the frog. */
    private const CHORD = 3;

    /** @var array<int, true> strokes that others follow */
    private array $sources;

    /**
     * @param array<int, Landmark> $byStroke
     * @param array<int, true> $leadIns strokes that begin what leads into one of them: the pickup, or the stroke itself
     * @param array<int, true> $again strokes inside a passage that comes again, its last measure aside
     */
    private function __construct(private array $byStroke, private array $leadIns, private array $again = [])
    {
        $sources = [];
        foreach ($byStroke as $landmark) {
            if ($landmark->source !== null) {
                $sources[$landmark->source] = true;
            }
        }
        $this->sources = $sources;
    }

    public static function none(): self
    {
        return new self([], []);
    }

    /**
     * @param list<Stroke> $strokes
     * @param int $visits how many measures are played; what comes after them is on the page only
     */
    public static function of(
        Score $score,
        Part $part,
        Line $line,
        array $strokes,
        Dynamics $dynamics,
        BowSettings $settings,
        int $visits,
    ): self {
        $heads = [];
        foreach ($strokes as $index => $stroke) {
            $heads[$stroke->head()->event] ??= $index;
        }
        $found = self::sections($score, $line, $strokes);
        $again = [];
        $found = self::withReturns($found, $score, $part, $line, $strokes, $heads, new RetakeTime($settings), $again);
        $last = self::lastPlayed($strokes, $visits, $heads);
        if ($last !== null && !isset($found[$last]) && self::isLoud($part, $line, $strokes[$last], $dynamics)) {
            $found[$last] = new Landmark(LandmarkKind::Last, null, 'the last note');
        }
        $leadIns = [];
        foreach ($found as $index => $landmark) {
            $leadIns[self::leadIn($score, $line, $strokes, $index)] = true;
        }
        $found += self::chordsAndAccents($line, $strokes, new RetakeTime($settings));
        ksort($found);

        return new self($found, $leadIns, $again);
    }

    public function at(int $stroke): ?Landmark
    {
        return $this->byStroke[$stroke] ?? null;
    }

    /**
     * The same where there are more strokes or fewer.
     *
     * @param int $from the first stroke that is another one
     * @param int $more by how many there are more; negative where there are fewer
     */
    public function moved(int $from, int $more): self
    {
        $place = static fn (int $stroke): int => $stroke < $from ? $stroke : $stroke + $more;
        $moved = $leadIns = $again = [];
        foreach (array_keys($this->again) as $stroke) {
            $again[$place($stroke)] = true;
        }
        foreach ($this->byStroke as $stroke => $landmark) {
            $source = $landmark->source === null ? null : $place($landmark->source);
            $moved[$place($stroke)] = new Landmark($landmark->kind, $source, $landmark->subject, $landmark->does, $place($landmark->keeps));
        }
        foreach (array_keys($this->leadIns) as $stroke) {
            $leadIns[$place($stroke)] = true;
        }

        return new self($moved, $leadIns, $again);
    }

    /** Whether a passage begins at a stroke that is played again later, or comes again here. */
    public function isOfPassage(int $stroke): bool
    {
        return isset($this->sources[$stroke]) || ($this->byStroke[$stroke]->source ?? null) !== null;
    }

    /** Whether a mark at a stroke would make a passage that comes again go on otherwise than it went, before its last measure. */
    public function isInsideReturn(int $stroke): bool
    {
        return isset($this->again[$stroke]);
    }

    /** @return array<int, Landmark> by stroke, in their order */
    public function all(): array
    {
        return $this->byStroke;
    }

    /** Whether a stroke begins what leads into a section, a return or the end: the tune breathes before it. */
    public function leadsIn(int $stroke): bool
    {
        return isset($this->leadIns[$stroke]);
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<int, Landmark> by stroke
     */
    private static function sections(Score $score, Line $line, array $strokes): array
    {
        $found = [];
        $begins = self::beginnings($score);
        $isWaiting = false;
        $last = -1;
        foreach ($strokes as $index => $stroke) {
            $head = $stroke->head();
            $measure = $line->events[$head->event]->measure;
            if ($head->pass > 1) {
                $isWaiting = false;
                continue;
            }
            for ($at = $last + 1; $at <= $measure; $at++) {
                $isWaiting = ($begins[$at] ?? false) || (isset($begins[$at]) && self::isCadence($strokes, $index)) || $isWaiting;
            }
            $last = max($last, $measure);
            if ($isWaiting && $stroke->overDownbeat) {
                // A note held over the barline began before the section.
                $isWaiting = false;
                if ($stroke->onDownbeat && $index > 0) {
                    $found[$index] = new Landmark(LandmarkKind::Section, null, 'the section');
                }
            }
        }

        return $found;
    }

    /**
     * Measures at which a section begins.
     *
     * @return array<int, bool> by measure; false where it does only after a rest or a cadence
     */
    private static function beginnings(Score $score): array
    {
        $begins = [];
        $before = null;
        foreach ($score->measures as $measure) {
            if ($before !== null && self::isDivided($before, $measure)) {
                $begins[$measure->index] = true;
            } elseif ($before !== null && $measure->rehearsal !== null) {
                $begins[$measure->index] = false;
            }
            $before = $measure;
        }
        $speed = null;
        foreach ($score->tempos as $tempo) {
            if ($tempo->measure > 0 && $tempo->offset->isZero() && $speed !== $tempo->quartersPerMinute) {
                $begins[$tempo->measure] = true;
            }
            $speed = $tempo->quartersPerMinute;
        }

        return $begins;
    }

    private static function isDivided(Measure $before, Measure $measure): bool
    {
        // An ending follows the measure that leads into it, whatever bars stand around it.
        $isCut = $measure->endings === [] && ($before->endsSection || $before->repeatBack > 0);

        return $isCut || $measure->repeatForward || $before->keyFifths !== $measure->keyFifths;
    }

    /**
     * Whether the music before a stroke has come to rest: silence, or a note of at least half a measure, a short pickup aside.
     *
     * @param list<Stroke> $strokes
     */
    private static function isCadence(array $strokes, int $index): bool
    {
        $beat = 1.0;
        for ($at = $index; $at > 0 && $at > $index - 3; $at--) {
            if ($strokes[$at]->hasRestBefore()) {
                return true;
            }
            $long = self::quarters($strokes[$at - 1]);
            if ($long >= 2.0) {
                return true;
            }
            $beat -= $long;
            if ($beat < 0.0) {
                return false;
            }
        }

        return false;
    }

    private static function quarters(Stroke $stroke): float
    {
        return $stroke->last()->end()->minus($stroke->head()->onset)->toFloat();
    }

    /**
     * Adds the returns: where a passage begins again, and inside it where its first statement had a landmark.
     *
     * @param array<int, Landmark> $found the sections, by stroke
     * @param list<Stroke> $strokes
     * @param array<int, int> $heads the first stroke that begins at an event
     * @param array<int, true> $again gets the strokes inside what comes again, as they are kept
     * @return array<int, Landmark> by stroke
     */
    private static function withReturns(
        array $found,
        Score $score,
        Part $part,
        Line $line,
        array $strokes,
        array $heads,
        RetakeTime $retakes,
        array &$again,
    ): array {
        $least = [];
        foreach ($strokes as $index => $stroke) {
            $measure = $line->events[$stroke->head()->event]->measure;
            $least[$measure] ??= match (true) {
                // The bow can be carried back unheard: a phrase that begins as another did begins the same way.
                $index > 0 && $stroke->hasRestBefore() && $retakes->isEnough($strokes[$index - 1], $stroke)
                    => ReturningPassages::AFTER_A_REST,
                isset($found[$index]) || self::isCadence($strokes, $index) => ReturningPassages::OF_A_PHRASE,
                default => ReturningPassages::ANYWHERE,
            };
        }
        $passages = (new ReturningPassages($score, $part, $line))->all($least);
        foreach ($passages as $passage) {
            $isBegun = false;
            $end = self::lastStrokeBefore($strokes, $heads, $passage->first + $passage->events);
            $lastMeasure = $line->events[$passage->again + $passage->events - 1]->measure;
            for ($step = 0; $step < $passage->events; $step++) {
                // Slurs may hide the first notes of one of them: the first that both begin a stroke at counts.
                $index = $heads[$passage->again + $step] ?? null;
                $source = $heads[$passage->first + $step] ?? null;
                if ($index === null || $source === null || $source >= $index || $strokes[$index]->head()->pass > 1) {
                    continue;
                }
                if ($isBegun && $line->events[$passage->again + $step]->measure < $lastMeasure) {
                    $again[$index] = true;
                }
                if (!$isBegun || isset($found[$source])) {
                    $found[$index] = self::asAt($score, $line, $strokes, $source, min($end, $index - 1));
                } else {
                    unset($found[$index]);
                }
                $isBegun = true;
            }
        }

        return $found;
    }

    /**
     * @param list<Stroke> $strokes
     * @param array<int, int> $heads
     */
    private static function lastStrokeBefore(array $strokes, array $heads, int $event): int
    {
        for ($at = $event; $at >= 0; $at--) {
            if (isset($heads[$at])) {
                return $at === $event ? $heads[$at] - 1 : $heads[$at];
            }
        }

        return count($strokes) - 1;
    }

    /** @param list<Stroke> $strokes */
    private static function asAt(Score $score, Line $line, array $strokes, int $source, int $keeps): Landmark
    {
        $measure = PlaceWords::measure($score->measures[$line->events[$strokes[$source]->head()->event]->measure]);

        return new Landmark(LandmarkKind::Return, $source, 'the passage', "comes as at {$measure}", $keeps);
    }

    /**
     * The last stroke that is played, as it comes the first time.
     *
     * @param list<Stroke> $strokes
     * @param array<int, int> $heads
     */
    private static function lastPlayed(array $strokes, int $visits, array $heads): ?int
    {
        for ($index = count($strokes) - 1; $index > 0; $index--) {
            if ($strokes[$index]->head()->visit < $visits) {
                return $heads[$strokes[$index]->head()->event] ?? null;
            }
        }

        return null;
    }

    private static function isLoud(Part $part, Line $line, Stroke $stroke, Dynamics $dynamics): bool
    {
        $event = $line->events[$stroke->head()->event];

        return $stroke->isAccented || count($event->notes) >= self::CHORD || $dynamics->levelAt($event->onset->toFloat()) >= self::LOUD;
    }

    /**
     * The stroke at which what leads into another begins: after a note at least twice as long as all of it, within a beat or two.
     *
     * @param list<Stroke> $strokes
     */
    private static function leadIn(Score $score, Line $line, array $strokes, int $index): int
    {
        $pulse = $score->measures[$line->events[$strokes[$index]->head()->event]->measure]->meter->pulse()->toFloat();
        $long = 0.0;
        for ($at = $index; $at > 0 && $at > $index - 4; $at--) {
            $before = self::quarters($strokes[$at - 1]);
            if ($strokes[$at]->hasRestBefore() || $before >= max(2.0 * $long, 2.0 * $pulse)) {
                return $at;
            }
            $long += $before;
            if ($long > $pulse) {
                break;
            }
        }

        return $index;
    }

    /**
     * @param list<Stroke> $strokes
     * @return array<int, Landmark> by stroke
     */
    private static function chordsAndAccents(Line $line, array $strokes, RetakeTime $retakes): array
    {
        $found = [];
        foreach ($strokes as $index => $stroke) {
            if ($index === 0 || $stroke->head()->pass > 1 || !$stroke->hasRestBefore()) {
                continue;
            }
            $before = $strokes[$index - 1];
            if (!$retakes->isEnough($before, $stroke)) {
                continue;
            }
            if (count($line->events[$stroke->head()->event]->notes) >= self::CHORD) {
                $found[$index] = new Landmark(LandmarkKind::Chord, null, 'the chord');
            } elseif ($stroke->isAccented && $before->isAccented) {
                $found[$index] = new Landmark(LandmarkKind::Accent, null, 'the accent');
            } elseif ($stroke->onDownbeat && isset($found[$index - 1])) {
                $found[$index] = new Landmark(LandmarkKind::Accent, null, 'the downbeat after them');
            }
        }

        return $found;
    }
}
