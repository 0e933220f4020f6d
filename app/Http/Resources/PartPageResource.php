<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\HandOut\KeptLists;
use App\Models\Edition;
use App\Models\Link;
use UprightPencil\Format\PencilLines\PlainLine;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * What the student's page shows beside the music, and what its script is told.
 *
 * @phpstan-type ReadersLine array{place: string, landmark: string, text: string, also: list<string>, isNew: bool}
 * @phpstan-type ReadersLines array{length: string, rows: list<ReadersLine>, rubOut: list<string>}
 * @phpstan-type PartDrawing array{pages: list<string>, message: string}
 * @phpstan-type PartNow array{edition: int, at: string}
 * @phpstan-type PartPage array{token: string, title: string, part: string, edition: int, at: string, chairs: list<string>,
 *     fingers: value-of<Density>, densities: list<value-of<Density>>, bows: value-of<BowDensity>,
 *     bowDensities: list<value-of<BowDensity>>, list: ReadersLines,
 *     chosen: array{chair: string, fingers: value-of<Density>, bows: value-of<BowDensity>}, newest: int, earlier: list<int>}
 */
final class PartPageResource
{
    /**
     * @param string $page which of the edition's, by {@see Edition::keyOf()}
     * @return PartPage
     */
    public static function of(Link $link, Edition $edition, string $page): array
    {
        [$chair, $fingers, $bows] = [...explode('/', $page), '', '', ''];
        /** @var list<Edition> $editions */
        $editions = $link->section->editions()->get(['id', 'number'])->all();
        $numbers = array_map(static fn (Edition $one): int => $one->number, $editions);
        $newest = max([$edition->number, ...$numbers]);
        $chair = $chair === '' ? 'outside' : $chair;
        /** @var Edition|null $before */
        $before = $link->section->editions()->reorder('number', 'desc')->where('number', '<', $edition->number)
            ->first(['id', 'number', 'lists']);

        return [
            'token' => $link->token,
            'title' => $link->section->piece->title,
            'part' => $link->section->name,
            'edition' => $edition->number,
            'at' => $edition->created_at->toIso8601String(),
            'chairs' => $edition->chairs(),
            'fingers' => Density::from($edition->density)->value,
            'densities' => $edition->densities(),
            'bows' => BowDensity::from($edition->bows)->value,
            'bowDensities' => $edition->bowDensities(),
            'list' => KeptLists::told($edition, $before, $chair) ?? self::plain($edition),
            'chosen' => [
                'chair' => $chair,
                'fingers' => (Density::tryFrom($fingers) ?? Density::from($edition->density))->value,
                'bows' => (BowDensity::tryFrom($bows) ?? BowDensity::from($edition->bows))->value,
            ],
            'newest' => $newest,
            'earlier' => array_values(array_filter($numbers, static fn (int $number): bool => $number < $newest)),
        ];
    }

    /** @return ReadersLines what an edition from before kept: every sign of its page */
    private static function plain(Edition $edition): array
    {
        $rows = array_map(static function (string $line): array {
            $plain = PlainLine::of($line);

            return ['place' => $plain->place, 'landmark' => '', 'text' => $plain->words, 'also' => [], 'isNew' => false];
        }, array_values(array_filter(explode("\n", $edition->pencil_list))));

        return ['length' => count($rows) . ' places', 'rows' => $rows, 'rubOut' => []];
    }
}
