<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Role;
use App\Models\Section;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** What an owner and a co-teacher of each kind may do with one part. To everybody else it is not there at all. */
final class SectionPolicy
{
    public function view(User $user, Section $section): Response
    {
        return $this->any($user, $section, static fn (): bool => true);
    }

    public function propose(User $user, Section $section): Response
    {
        return $this->any($user, $section, static fn (Role $role): bool => $role->mayPropose());
    }

    public function edit(User $user, Section $section): Response
    {
        return $this->any($user, $section, static fn (Role $role): bool => $role->mayEdit());
    }

    /** @param callable(Role): bool $may */
    private function any(User $user, Section $section, callable $may): Response
    {
        $share = $section->piece->shareOf($user);
        $role = $section->piece->roleOf($user, $section);

        return match (true) {
            $role === null => Response::denyAsNotFound(),
            $may($role) => Response::allow(),
            $share?->parts !== null && !$share->holdsFor($section)
                => Response::deny('Your part here is ' . implode(' and ', $share->parts) . "; {$section->name} you may look at."),
            default => Response::deny(),
        };
    }
}
