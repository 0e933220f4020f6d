<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Role;
use App\Models\Share;

/**
 * A co-teacher's place at a piece, as its owner sees it.
 *
 * @phpstan-type ShareRow array{id: int, email: string, name: string|null, may: value-of<Role>, waiting: bool, url: string,
 *     parts: list<string>|null, everywhere: bool}
 */
final class ShareResource
{
    /** @return ShareRow */
    public static function of(Share $share): array
    {
        return [
            'id' => $share->id,
            'email' => $share->email,
            'name' => $share->user?->name,
            'may' => $share->may->value,
            'waiting' => $share->user_id === null,
            'parts' => $share->parts,
            'everywhere' => $share->colleague_id !== null,
            'url' => url("/invitation/{$share->token}"),
        ];
    }
}
