<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Errand;

/**
 * Long work that goes on in the background.
 *
 * @phpstan-type ErrandRow array{id: int, kind: 'pack'|'unpack', state: 'waits'|'works'|'done'|'stopped'|'failed', done: int, total: int,
 *     says: string|null, at: string, hasFile: bool}
 */
final class ErrandResource
{
    /** @return ErrandRow */
    public static function of(Errand $errand): array
    {
        return [
            'id' => $errand->id,
            'kind' => $errand->kind,
            'state' => $errand->state,
            'done' => (int) $errand->done,
            'total' => (int) $errand->total,
            'says' => $errand->says,
            'at' => $errand->created_at->toIso8601String(),
            'hasFile' => $errand->kind === 'pack' && $errand->state === 'done' && $errand->file !== null,
        ];
    }
}
