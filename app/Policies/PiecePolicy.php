<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Piece;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** What an owner and a co-teacher of each kind may do with a piece. To everybody else it is not there at all. */
final class PiecePolicy
{
    public function view(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, ['own', 'edit', 'propose', 'read']);
    }

    public function propose(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, ['own', 'edit', 'propose']);
    }

    public function edit(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, ['own', 'edit']);
    }

    public function manage(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, ['own']);
    }

    /** @param list<string> $roles */
    private function any(User $user, Piece $piece, array $roles): Response
    {
        $role = $piece->roleOf($user);

        return match (true) {
            $role === null => Response::denyAsNotFound(),
            in_array($role, $roles, true) => Response::allow(),
            default => Response::deny(),
        };
    }
}
