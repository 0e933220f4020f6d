<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Role;
use App\Models\Section;
use App\Models\User;
use stdClass;

/**
 * A piece with its sections.
 *
 * @phpstan-type PieceSummary array{key: string, shortKey: string, measures: int, tempo: int|null, meter: string, roadmap: string}
 * @phpstan-type PieceSection array{id: int, name: string, instrument: string, edition: int|null, proposals: int}
 * @phpstan-type PieceRow array{id: int, title: string, lesson: int|null, summary: PieceSummary, tempos: array<string, float>|stdClass,
 *     role: value-of<Role>|null, owner: string, sections: list<PieceSection>}
 */
final class PieceResource
{
    /** @return PieceRow */
    public static function of(Piece $piece, User $user): array
    {
        return [
            'id' => $piece->id,
            'title' => $piece->title,
            'lesson' => $piece->lesson_number,
            'summary' => self::summary($piece),
            'tempos' => self::tempos($piece),
            'role' => $piece->roleOf($user)?->value,
            'owner' => $piece->owner->name,
            'sections' => array_values($piece->sections()->get(Section::LIGHT)->map(self::section(...))->all()),
        ];
    }

    /** @return array<string, float>|stdClass the director's tempos; an object where there are none, as JSON has it */
    public static function tempos(Piece $piece): array|stdClass
    {
        return $piece->tempos === null || $piece->tempos === [] ? new stdClass() : array_map(floatval(...), $piece->tempos);
    }

    /** The first of two names a key may have: "G major". */
    public static function shortKey(string $key): string
    {
        return explode(' or ', $key)[0];
    }

    /** @return PieceSummary */
    private static function summary(Piece $piece): array
    {
        $text = static fn (string $name): string => is_string($piece->summary[$name] ?? null) ? $piece->summary[$name] : '';
        $number = static fn (string $name): int => is_numeric($piece->summary[$name] ?? null) ? (int) $piece->summary[$name] : 0;

        return [
            'key' => $text('key'),
            'shortKey' => self::shortKey($text('key')),
            'measures' => $number('measures'),
            'tempo' => $number('tempo') ?: null,
            'meter' => $text('meter'),
            'roadmap' => $text('roadmap'),
        ];
    }

    /** @return PieceSection */
    private static function section(Section $section): array
    {
        $edition = $section->editions()->max('number');

        return [
            'id' => $section->id,
            'name' => $section->name,
            'instrument' => $section->instrument,
            'edition' => is_numeric($edition) ? (int) $edition : null,
            'proposals' => $section->marks()->where('state', 'proposed')->count(),
        ];
    }
}
