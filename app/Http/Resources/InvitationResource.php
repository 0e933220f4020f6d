<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Role;
use App\Models\Share;
use App\Models\User;

/**
 * An invitation as the one who was asked sees it.
 *
 * @phpstan-type Invitation array{piece: string, pieceId: int, owner: string, email: string, may: value-of<Role>,
 *     accepted: bool}
 */
final class InvitationResource
{
    /** @return Invitation */
    public static function of(Share $share, ?User $user): array
    {
        return [
            'piece' => $share->piece->title,
            'pieceId' => $share->piece_id,
            'owner' => $share->piece->owner->name,
            'email' => $share->email,
            'may' => $share->may->value,
            'accepted' => $share->user_id !== null && $share->user_id === $user?->id,
        ];
    }
}
