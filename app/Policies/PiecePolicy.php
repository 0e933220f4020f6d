<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Piece;
use App\Models\Role;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** What an owner and a co-teacher of each kind may do with a piece. To everybody else it is not there at all. */
final class PiecePolicy
{
    public function view(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, static fn (): bool => true);
    }

    public function propose(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, static fn (Role $role): bool => $role->mayPropose());
    }

    public function edit(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, static fn (Role $role): bool => $role->mayEdit());
    }

    public function manage(User $user, Piece $piece): Response
    {
        return $this->any($user, $piece, static fn (Role $role): bool => $role === Role::Own);
    }

    /** @param callable(Role): bool $may */
    private function any(User $user, Piece $piece, callable $may): Response
    {
        $role = $piece->roleOf($user);

        return match (true) {
            $role === null => Response::denyAsNotFound(),
            $may($role) => Response::allow(),
            default => Response::deny(),
        };
    }
}
