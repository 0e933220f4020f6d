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
 *     parts: list<string>|null, everywhere: bool, accepted: bool}
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
            'parts' => $share->parts,
            'everywhere' => $share->colleague_id !== null,
            'accepted' => $share->user_id !== null && $share->user_id === $user?->id,
        ];
    }
}
