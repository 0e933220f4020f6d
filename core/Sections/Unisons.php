<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Music\Instrument;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Notes that sections share, at one pitch or octaves apart, long enough to listen: good places to tune. */
final readonly class Unisons
{
    /** Quarter notes a shared note must last. */
    private const LONG_ENOUGH = 1.0;

    public function __construct(private Score $score)
    {
    }

    /**
     * @param list<Part> $parts
     * @return list<Unison> in playing order of the page
     */
    public function of(array $parts): array
    {
        $moments = [];
        foreach ($parts as $part) {
            // The bass sounds an octave lower than it is written.
            $sounds = $part->instrument === Instrument::Bass ? -12 : 0;
            foreach ($part->notes as $note) {
                if ($note->pitch === null || $note->isGrace || $note->tieStop || $note->duration->toFloat() < self::LONG_ENOUGH) {
                    continue;
                }
                $onset = $this->score->onsetOf($note);
                $class = $note->pitch->semitone() % 12;
                $key = "{$onset} {$class}";
                $moments[$key] ??= ['onset' => $onset, 'measure' => $note->measure, 'name' => $note->pitch->spoken(), 'at' => []];
                $moments[$key]['at'][$part->id] = $note->pitch->semitone() + $sounds;
            }
        }
        $shared = [];
        foreach ($moments as ['onset' => $onset, 'measure' => $measure, 'name' => $name, 'at' => $at]) {
            if (count($at) > 1) {
                $parts = array_map(strval(...), array_keys($at));
                $shared[] = new Unison($onset, $measure, $name, $parts, count(array_unique($at)) === 1);
            }
        }
        usort($shared, static fn (Unison $a, Unison $b): int => $a->onset->compare($b->onset) ?: $a->name <=> $b->name);

        return $shared;
    }
}
