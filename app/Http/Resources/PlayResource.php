<?php

declare(strict_types=1);

namespace App\Http\Resources;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Drills\TempoLadder;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Instrument;
use UprightPencil\Sound\PlayAlong;
use UprightPencil\Sound\PlayedMeasure;
use UprightPencil\Sound\PlayedStroke;

/**
 * Music as a browser plays it along: measures, beats, tones and strokes, in seconds at full tempo.
 *
 * @phpstan-import-type Tone from SoundResource
 * @phpstan-type PlayBeat array{at: float, count: int}
 * @phpstan-type PlayMeasure array{index: int, number: string, rehearsal: string|null, pass: int, start: float, end: float, at: float,
 *     length: float, tempo: float, beat: float, beats: list<PlayBeat>, countIn: list<PlayBeat>}
 * @phpstan-type PlayStroke array{id: string, start: float, end: float, sounds: float, direction: value-of<Direction>, from: float,
 *     to: float, join: value-of<BowConnection>, string: string|null, finger: string, position: string, advice: string, line: int}
 * @phpstan-type Play array{instrument: string, strings: list<string>, opens: list<int>, seconds: float, measures: list<PlayMeasure>,
 *     tones: list<Tone>, strokes: list<PlayStroke>}
 * @phpstan-type ClimbingRules array{clean: int, failures: int, down: int, minutes: int, times: int}
 * @phpstan-type Ladder array{from: int, to: int, steps: list<int>, doubling: list<int>, why: string, rules: ClimbingRules}
 * @phpstan-type PartPlay array{title: string, part: string, play: Play, ladder: Ladder, hears: bool}
 * @phpstan-type OtherPart array{name: string, instrument: string, tones: list<Tone>}
 */
final class PlayResource
{
    /** A bass sounds an octave lower than it is written. */
    private const OCTAVE = 12;

    /** @return Play */
    public static function of(PlayAlong $played, Instrument $instrument): array
    {
        return [
            'instrument' => $instrument->value,
            'strings' => Strings::of($instrument)->names,
            'opens' => array_map(
                static fn (int $key): int => $key - ($instrument === Instrument::Bass ? self::OCTAVE : 0),
                Strings::of($instrument)->semitones,
            ),
            'seconds' => round($played->seconds, 4),
            'measures' => array_map(self::measure(...), $played->measures),
            'tones' => SoundResource::tones($played->tones),
            'strokes' => array_map(self::stroke(...), $played->strokes),
        ];
    }

    /** @return OtherPart */
    public static function other(string $name, string $instrument, PlayAlong $played): array
    {
        return ['name' => $name, 'instrument' => $instrument, 'tones' => SoundResource::tones($played->tones)];
    }

    /** @return Ladder */
    public static function ladder(TempoLadder $ladder): array
    {
        return [
            'from' => $ladder->from,
            'to' => $ladder->to,
            'steps' => $ladder->steps,
            'doubling' => $ladder->doubling,
            'why' => $ladder->why,
            'rules' => [
                'clean' => TempoLadder::CLEAN_TIMES,
                'failures' => TempoLadder::FAILURES,
                'down' => TempoLadder::RUNGS_DOWN,
                'minutes' => TempoLadder::REST_AFTER_MINUTES,
                'times' => TempoLadder::REST_AFTER_TIMES,
            ],
        ];
    }

    /** @return PlayMeasure */
    private static function measure(PlayedMeasure $measure): array
    {
        $beat = static fn (array $one): array => ['at' => round($one[0], 4), 'count' => $one[1]];

        return [
            'index' => $measure->index,
            'number' => $measure->number,
            'rehearsal' => $measure->rehearsal,
            'pass' => $measure->pass,
            'start' => round($measure->start, 4),
            'end' => round($measure->end, 4),
            'at' => round($measure->at, 4),
            'length' => round($measure->length, 4),
            'tempo' => round($measure->tempo, 2),
            'beat' => $measure->beat,
            'beats' => array_map($beat, $measure->beats),
            'countIn' => array_map($beat, $measure->countIn),
        ];
    }

    /** @return PlayStroke */
    private static function stroke(PlayedStroke $stroke): array
    {
        return [
            'id' => $stroke->id,
            'start' => round($stroke->start, 4),
            'end' => round($stroke->end, 4),
            'sounds' => round($stroke->sounds, 4),
            'direction' => $stroke->direction->value,
            'from' => round($stroke->from, 3),
            'to' => round($stroke->to, 3),
            'join' => $stroke->join->value,
            'string' => $stroke->string,
            'finger' => $stroke->finger,
            'position' => $stroke->position,
            'advice' => $stroke->advice,
            'line' => $stroke->line,
        ];
    }
}
