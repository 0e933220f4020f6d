<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\User;

/**
 * @phpstan-type UserRow array{id: int, name: string, email: string}
 */
final class UserResource
{
    /** @return UserRow */
    public static function of(User $user): array
    {
        return ['id' => $user->id, 'name' => $user->name, 'email' => $user->email];
    }
}
