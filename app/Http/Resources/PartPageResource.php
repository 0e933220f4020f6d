<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\ClassSettings;
use App\HandOut\KeptLists;
use App\HandOut\WhatChanged;
use App\Models\Edition;
use App\Models\Link;
use Illuminate\Support\Facades\Cache;
use UprightPencil\Format\PencilLines\PlainLine;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * What the student's page shows beside the music, and what its script is told.
 *
 * @phpstan-type ReadersLine array{place: string, landmark: string, text: string, also: list<string>, isNew: bool}
 * @phpstan-type ReadersLines array{length: string, rows: list<ReadersLine>, rubOut: list<string>, mm: string}
 * @phpstan-type PartDrawing array{pages: list<string>, message: string}
 * @phpstan-type EditionChange array{text: string, kind: 'decided'|'follows', from: int, to: int}
 * @phpstan-type PartChanges array{since: int, changes: list<EditionChange>}
 * @phpstan-type PartNow array{edition: int, at: string}
 * @phpstan-type HeardPlace array{place: string, text: string}
 * @phpstan-type PartPage array{token: string, key: string, title: string, composer: string, part: string, edition: int, at: string,
 *     chairs: list<string>, fingers: value-of<Density>, densities: list<value-of<Density>>, bows: value-of<BowDensity>,
 *     bowDensities: list<value-of<BowDensity>>, list: ReadersLines, hasPrintedLines: bool,
 *     chosen: array{chair: string, fingers: value-of<Density>, bows: value-of<BowDensity>}, newest: int, earlier: list<int>,
 *     changed: PartChanges|null, lines: int|null,
 *     heard: list<HeardPlace>}
 */
final class PartPageResource
{
    /** Seconds for which what changed is kept. */
    private const KEPT = 30 * 86400;

    /**
     * @param string $page which of the edition's, by {@see Edition::keyOf()}
     * @return PartPage
     */
    public static function of(Link $link, Edition $edition, string $page, WhatChanged $changed): array
    {
        [$chair, $fingers, $bows] = [...explode('/', $page), '', '', ''];
        /** @var list<Edition> $editions */
        $editions = $link->section->editions()->get(['id', 'number'])->all();
        $numbers = array_map(static fn (Edition $one): int => $one->number, $editions);
        $newest = max([$edition->number, ...$numbers]);
        $chair = $chair === '' ? 'outside' : $chair;
        /** @var Edition|null $before */
        $before = $link->section->editions()->reorder('number', 'desc')->where('number', '<', $edition->number)
            ->first(['id', 'number', 'lists', 'told']);

        $words = ClassSettings::for($link->section->piece)->words();

        return [
            'token' => $link->token,
            // What a browser remembers of this part, whichever link or version it comes by.
            'key' => substr(hash('sha256', config()->string('app.key') . " section {$link->section_id}"), 0, 16),
            'title' => $link->section->piece->title,
            'composer' => $link->section->piece->composer(),
            'part' => $link->section->name,
            'edition' => $edition->number,
            'at' => $edition->created_at->toIso8601String(),
            'chairs' => $edition->chairs(),
            'fingers' => Density::from($edition->density)->value,
            'densities' => $edition->densities(),
            'bows' => BowDensity::from($edition->bows)->value,
            'bowDensities' => $edition->bowDensities(),
            'hasPrintedLines' => $edition->hasPrintedLines(),
            'list' => KeptLists::told($edition, $before, $chair, $words) ?? self::plain($edition),
            'chosen' => [
                'chair' => $chair,
                'fingers' => (Density::tryFrom($fingers) ?? Density::from($edition->density))->value,
                'bows' => (BowDensity::tryFrom($bows) ?? BowDensity::from($edition->bows))->value,
            ],
            'newest' => $newest,
            'lines' => $edition->lineCount(),
            'heard' => array_map(static fn (array $one): array => [
                'place' => $words->say("m. {$one['measure']}"),
                'text' => $words->say($one['text']),
            ], $edition->heard ?? []),
            'changed' => $before === null ? null : ['since' => $before->number, 'changes' => self::changes($edition, $before, $changed)],
            'earlier' => array_values(array_filter($numbers, static fn (int $number): bool => $number < $newest)),
        ];
    }

    /**
     * What is otherwise in an edition than in one before: frozen both, so that it is worked out once.
     *
     * @return list<EditionChange>
     */
    public static function changes(Edition $edition, Edition $before, WhatChanged $changed): array
    {
        $work = static fn (): array => $changed->between($before, Edition::query()->findOrFail($edition->id, ['id', 'told'])) ?? [];
        /** @var list<EditionChange> $changes */
        $changes = Cache::remember("changed:{$before->id}:{$edition->id}", self::KEPT, $work);

        return $changes;
    }

    /** @return ReadersLines what an edition from before kept: every sign of its page */
    private static function plain(Edition $edition): array
    {
        $rows = array_map(static function (string $line): array {
            $plain = PlainLine::of($line);

            return ['place' => $plain->place, 'landmark' => '', 'text' => $plain->words, 'also' => [], 'isNew' => false];
        }, array_values(array_filter(explode("\n", $edition->pencil_list))));

        return ['length' => count($rows) . ' places', 'rows' => $rows, 'rubOut' => [], 'mm' => 'm.'];
    }
}
