<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Planning;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Listing;
use UprightPencil\Rehearsal\Hardness\HardKind;
use UprightPencil\Rehearsal\Tuning\TuningPlace;

/** Makes the entries of a plan, each with its words. */
final class PlanEntries
{
    /** Minutes for a tuning place. */
    public const TUNE_MINUTES = 2;
    /** Quarter notes a minute of a warm-up at most. */
    private const CALM = 80;
    /** Of what makes a stretch hard, so much is told. */
    private const CAUSES_TOLD = 2;
    private const DRILLS_TOLD = 2;

    public static function warmUp(PlannedPiece $piece, int $minutes): ?PlanEntry
    {
        if ($piece->stretches === []) {
            return null;
        }
        $needs = [];
        foreach ($piece->stretches as $stretch) {
            foreach ($stretch->causes as $cause) {
                $title = $cause->kind->drilled();
                if ($title !== null) {
                    $needs[$title] = ($needs[$title] ?? 0.0) + $cause->weight;
                }
            }
        }
        arsort($needs);
        $tempo = $piece->stretches[0]->tempo;

        return new PlanEntry(
            EntryKind::WarmUp,
            $piece->key,
            0,
            $minutes,
            0,
            $piece->marked->lastMeasure(),
            array_keys($piece->marked->names()),
            min($tempo, self::CALM),
            min($tempo, self::CALM),
            0,
            implode(', ', ['its scale', ...array_slice(array_keys($needs), 0, self::DRILLS_TOLD)]),
        );
    }

    public static function run(PlannedPiece $piece, int $from, int $minutes): PlanEntry
    {
        $last = $piece->marked->lastMeasure();
        $score = $piece->marked->score;
        $tempo = $score->measures === [] ? 0 : (int) round($piece->marked->tempo->quartersPerMinuteAt($score->measures[$from]->onset));

        return new PlanEntry(
            EntryKind::Run,
            $piece->key,
            0,
            $minutes,
            $from,
            $last,
            array_keys($piece->marked->names()),
            $tempo,
            $tempo,
            0,
            $from === 0 ? 'from beginning to end, without stopping' : 'to the end without stopping, as far as there is time for',
        );
    }

    /** @throws MusicException */
    public static function tune(PlannedPiece $piece, int $count): ?PlanEntry
    {
        $rehearsals = $piece->coverage->rehearsals;
        $all = $piece->tuning();
        if ($all === []) {
            return null;
        }
        // The next ones each time, from the best to the last and round again.
        $places = [];
        for ($at = 0; $at < $count && $at < count($all); $at++) {
            $places[] = $all[($rehearsals * $count + $at) % count($all)];
        }
        usort($places, static fn (TuningPlace $a, TuningPlace $b): int => $a->onset->compare($b->onset));
        $parts = [];
        foreach ($places as $place) {
            foreach ($place->parts as $part) {
                $parts[$part->partId] = true;
            }
        }
        $score = $piece->marked->score;
        $measures = array_map(static fn (TuningPlace $place): string => $score->measures[$place->measure]->number, $places);
        $first = $places[0];

        return new PlanEntry(
            EntryKind::Tune,
            $piece->key,
            0,
            self::TUNE_MINUTES * count($places),
            $first->from,
            $places[count($places) - 1]->measure,
            array_values(array_intersect(array_keys($piece->marked->names()), array_keys($parts))),
            (int) round($piece->marked->tempo->quartersPerMinuteAt($first->onset)),
            (int) round($piece->marked->tempo->quartersPerMinuteAt($first->onset)),
            0,
            'tune at m. ' . implode(', ', $measures) . ': hold ' . implode(', ', array_unique(array_map(
                static fn (TuningPlace $place): string => strtr($place->pitchClass, ['#' => '♯', 'b' => '♭']),
                $places,
            ))),
            [],
            $places,
        );
    }

    /** @param string $because what the rehearsal begins with, where that is why it comes; empty where it is not */
    public static function work(PlannedPiece $piece, Stretch $stretch, int $minutes, int $times, string $because): PlanEntry
    {
        return new PlanEntry(
            EntryKind::Work,
            $piece->key,
            0,
            $minutes,
            $stretch->from,
            $stretch->to,
            self::parts($piece, $stretch),
            $stretch->slowTempo(),
            $stretch->tempo,
            $times,
            self::why($piece, $stretch, $because),
            $stretch->causes,
        );
    }

    /** @return list<string> those with something to work; all where it is nobody's own, or nearly everybody's */
    private static function parts(PlannedPiece $piece, Stretch $stretch): array
    {
        $all = array_map(strval(...), array_keys($piece->marked->names()));
        $concerned = [];
        foreach ($stretch->causes as $cause) {
            foreach ($cause->parts as $part) {
                $concerned[$part] = true;
            }
        }
        $some = array_values(array_filter($all, static fn (string $part): bool => isset($concerned[$part])));

        return $some === [] || count($some) > count($all) - 2 ? $all : $some;
    }

    private static function why(PlannedPiece $piece, Stretch $stretch, string $because): string
    {
        $names = $piece->marked->names();
        $measures = $piece->marked->score->measures;
        $told = $because === '' ? [] : [$because];
        $seen = [];
        foreach ($stretch->causes as $cause) {
            if ($cause->kind === HardKind::Never || isset($seen[$cause->kind->value]) || count($seen) >= self::CAUSES_TOLD) {
                continue;
            }
            $seen[$cause->kind->value] = true;
            $who = Listing::of(array_map(static fn (string $part): string => $names[$part] ?? '', $cause->parts));
            $told[] = "{$cause->text}, m. {$measures[$cause->measure]->number}" . ($who === '' ? '' : ", {$who}");
        }
        $since = $piece->coverage->longestSince($stretch->from, $stretch->to);
        if ($piece->coverage->rehearsals > 0 && $since > 1) {
            $told[] = $since > $piece->coverage->rehearsals ? 'not worked yet' : "not worked for {$since} rehearsals";
        }

        return $told === [] ? 'its turn' : implode('; ', $told);
    }
}
