<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Shelf;

/**
 * @phpstan-type ShelfRow array{id: int, name: string, note: string, kind: 'programme'|'book'}
 */
final class ShelfResource
{
    /** @return ShelfRow */
    public static function of(Shelf $shelf): array
    {
        return ['id' => $shelf->id, 'name' => $shelf->name, 'note' => $shelf->note, 'kind' => $shelf->kind];
    }
}
