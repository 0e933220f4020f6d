<?php

declare(strict_types=1);

namespace App\Import;

use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Oddity;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Roadmap\Roadmap;

/**
 * What was understood of a score, in words a director can check before keeping it.
 *
 * @phpstan-import-type ToldFlag from MarkedScoreJson
 * @phpstan-type UnderstoodPart array{id: string, name: string, instrument: value-of<Instrument>, measures: int, notes: int}
 * @phpstan-type Summary array{title: string, composer: string, measures: int, pickup: bool, key: string, meter: string, tempo: int|null,
 *     roadmap: string, straight: bool, parts: list<UnderstoodPart>, oddities: list<string>, flags: list<ToldFlag>}
 * @phpstan-type Understanding array{token: string, file: string, already: array{id: int, title: string}|null, title: string,
 *     composer: string, measures: int, pickup: bool,
 *     key: string, meter: string, tempo: int|null, roadmap: string, straight: bool, parts: list<UnderstoodPart>,
 *     oddities: list<string>, flags: list<ToldFlag>}
 */
final readonly class ImportSummary
{
    private const KEYS = [
        -7 => 'C♭ major or A♭ minor', -6 => 'G♭ major or E♭ minor', -5 => 'D♭ major or B♭ minor',
        -4 => 'A♭ major or F minor', -3 => 'E♭ major or C minor', -2 => 'B♭ major or G minor',
        -1 => 'F major or D minor', 0 => 'C major or A minor', 1 => 'G major or E minor', 2 => 'D major or B minor',
        3 => 'A major or F♯ minor', 4 => 'E major or C♯ minor', 5 => 'B major or G♯ minor',
        6 => 'F♯ major or D♯ minor', 7 => 'C♯ major or A♯ minor',
    ];

    /** Major or minor, by the note the lowest part ends on; both names when that is neither tonic. */
    private function key(Score $score, int $fifths): string
    {
        $both = self::KEYS[$fifths] ?? '';
        $lowest = null;
        foreach ($score->parts as $part) {
            $last = $part->notes[count($part->notes) - 1] ?? null;
            $lowest = $last === null ? $lowest : $last->pitch ?? $lowest;
        }
        foreach (explode(' or ', $both) as $name) {
            if ($lowest !== null && explode(' ', $name)[0] === $lowest->spoken()) {
                return $name;
            }
        }

        return $both;
    }

    /** @return Summary */
    public function of(Score $score, string $fallbackTitle): array
    {
        $roadmap = Roadmap::of($score);
        $flags = (new Planner())->review($score, $roadmap);
        $first = $score->measures[0];
        $full = $score->pickup() === null ? $first : $score->measures[1];

        return [
            'title' => $score->title !== '' ? $score->title : $fallbackTitle,
            'composer' => $score->composer,
            'measures' => count($score->measures) - ($score->pickup() === null ? 0 : 1),
            'pickup' => $score->pickup() !== null,
            'key' => $this->key($score, $full->keyFifths),
            'meter' => $full->meter->isFree ? 'free' : "{$full->meter->beats}/{$full->meter->unit}",
            'tempo' => isset($score->tempos[0]) ? (int) round($score->tempos[0]->quartersPerMinute) : null,
            'roadmap' => $roadmap->inWords($score->measures),
            'straight' => $roadmap->isStraight(),
            'parts' => array_map(static fn (Part $part): array => [
                'id' => $part->id,
                'name' => $part->name,
                'instrument' => $part->instrument->value,
                'measures' => $part->measureCount,
                'notes' => count($part->notes),
            ], $score->parts),
            'oddities' => array_map(static function (Oddity $oddity) use ($score): string {
                $place = $oddity->measure === null ? '' : ", measure {$score->measures[$oddity->measure]->number}";
                $part = $oddity->partId === null ? 'Score' : $score->part($oddity->partId)->name ?? 'Score';

                return "{$part}{$place}: {$oddity->text}";
            }, $score->oddities),
            'flags' => array_map(static fn (Flag $flag): array => MarkedScoreJson::flag($flag, $score), $flags),
        ];
    }
}
