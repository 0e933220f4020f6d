<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Where somebody is signed in, read from the table of sessions.
 *
 * @phpstan-type SignIn array{when: string, what: string, here: bool}
 */
final class SignIns
{
    /** @return list<SignIn> the newest first */
    public function of(User $user, string $current): array
    {
        return array_values($this->sessions($user)->orderByDesc('last_activity')->limit(20)->get()->map(static fn (object $row): array => [
            'when' => Carbon::createFromTimestamp((int) $row->last_activity)->toIso8601String(),
            'what' => self::browser((string) $row->user_agent),
            'here' => $row->id === $current,
        ])->all());
    }

    /** Ends all but one: their sessions, and what keeps browsers signed in beyond them. The user is saved. */
    public function endOthers(User $user, string $current): void
    {
        DB::transaction(function () use ($user, $current): void {
            $user->setRememberToken(Str::random(60));
            $user->save();
            $this->sessions($user)->where('id', '!=', $current)->delete();
        }, 3);
    }

    public function endAll(User $user): void
    {
        $this->endOthers($user, '');
    }

    private function sessions(User $user): Builder
    {
        return DB::table('sessions')->where('user_id', $user->id);
    }

    /** A browser and a system by the words it calls itself. */
    private static function browser(string $agent): string
    {
        $browser = match (1) {
            preg_match('~Edg/~', $agent) => 'Edge',
            preg_match('~Firefox/~', $agent) => 'Firefox',
            preg_match('~Chrom(e|ium)/~', $agent) => 'Chrome',
            preg_match('~Safari/~', $agent) => 'Safari',
            default => 'A browser',
        };
        $system = match (1) {
            preg_match('~Android~', $agent) => 'an Android device',
            preg_match('~iPhone|iPad~', $agent) => 'an iPhone or iPad',
            preg_match('~Windows~', $agent) => 'Windows',
            preg_match('~Mac OS~', $agent) => 'a Mac',
            preg_match('~Linux|X11~', $agent) => 'Linux',
            default => 'a computer',
        };

        return "{$browser} on {$system}";
    }
}
