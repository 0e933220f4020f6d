<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Change;
use App\Models\Piece;

/**
 * The last changes of a piece, in words.
 *
 * @phpstan-type ChangeRow array{id: int, who: string, what: string, section: string, when: string}
 */
final class HistoryResource
{
    private const MOST = 60;

    /** @return list<ChangeRow> the newest first */
    public static function of(Piece $piece): array
    {
        $names = $piece->sections->keyBy('id');
        /** @var list<Change> $changes */
        $changes = $piece->changes()->with('user')->reorder('id', 'desc')->limit(self::MOST)->get()->all();

        return array_map(static fn (Change $change): array => [
            'id' => $change->id,
            'who' => $change->user->name,
            'what' => self::what($change),
            'section' => $names->get($change->section_id ?? 0)->name ?? '',
            'when' => $change->created_at->toIso8601String(),
        ], $changes);
    }

    public static function what(Change $change): string
    {
        return match ($change->kind) {
            'undo' => 'took back: ',
            'redo' => 'did again: ',
            default => '',
        } . $change->label;
    }
}
