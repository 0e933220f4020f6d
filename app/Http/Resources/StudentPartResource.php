<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Edition;
use App\Models\Link;
use UprightPencil\Format\PencilLines\PlainLine;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * A student's page: the newest edition of one part.
 *
 * @phpstan-type ListRow array{line: string, place: string, words: string, isNew: bool}
 * @phpstan-type StudentPart array{title: string, part: string, edition: int, at: string, list: list<ListRow>, chairs: list<string>,
 *     fingers: value-of<Density>, densities: list<value-of<Density>>,
 *     bows: value-of<BowDensity>, bowDensities: list<value-of<BowDensity>>, rubOut: list<string>}
 */
final class StudentPartResource
{
    /**
     * @param list<string> $list the lines of the page that was asked for
     * @return StudentPart
     */
    public static function of(Link $link, Edition $edition, array $list): array
    {
        $added = $edition->changed['added'] ?? [];

        return [
            'title' => $link->section->piece->title,
            'part' => $link->section->name,
            'edition' => $edition->number,
            'at' => $edition->created_at->toIso8601String(),
            'list' => array_map(static fn (string $line): array => self::row($line, in_array($line, $added, true)), $list),
            'chairs' => $edition->chairs(),
            'fingers' => Density::from($edition->density)->value,
            'densities' => $edition->densities(),
            'bows' => BowDensity::from($edition->bows)->value,
            'bowDensities' => $edition->bowDensities(),
            'rubOut' => array_map(static fn (string $line): string => self::said($line), $edition->changed['removed'] ?? []),
        ];
    }

    /** @return ListRow */
    private static function row(string $line, bool $isNew): array
    {
        $plain = PlainLine::of($line);

        return ['line' => $line, 'place' => $plain->place, 'words' => $plain->words, 'isNew' => $isNew];
    }

    private static function said(string $line): string
    {
        $plain = PlainLine::of($line);

        return trim("{$plain->place} {$plain->words}");
    }
}
