<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Piece;
use App\Models\User;

/** What an owner and a co-teacher of each kind may do with a piece. */
final class PiecePolicy
{
    public function view(User $user, Piece $piece): bool
    {
        return $piece->roleOf($user) !== null;
    }

    public function propose(User $user, Piece $piece): bool
    {
        return in_array($piece->roleOf($user), ['own', 'edit', 'propose'], true);
    }

    public function edit(User $user, Piece $piece): bool
    {
        return in_array($piece->roleOf($user), ['own', 'edit'], true);
    }

    public function manage(User $user, Piece $piece): bool
    {
        return $piece->roleOf($user) === 'own';
    }
}
