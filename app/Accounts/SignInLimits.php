<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Cache\RateLimiter;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;

/**
 * How often signing in may be tried.
 *
 * Each try is counted before the password is looked at, for the account from this address and for the address as a whole. A browser
 * that was signed in as this person before is counted by itself: what others try from the same school never locks its owner out.
 */
final readonly class SignInLimits
{
    private const COOKIE = 'upright_pencil_known';
    private const MINUTES = 60 * 24 * 400;
    private const SECONDS = 60;
    private const TRIES = ['account' => 8, 'address' => 40, 'known' => 8];

    public function __construct(private RateLimiter $limiter)
    {
    }

    /** Counts one try; false when there were too many. */
    public function mayTry(Request $request, string $email): bool
    {
        $isAllowed = true;
        foreach ($this->keys($request, $email) as $kind => $key) {
            $isAllowed = $this->limiter->increment($key, self::SECONDS) <= self::TRIES[$kind] && $isAllowed;
        }

        return $isAllowed;
    }

    public function succeeded(Request $request, User $user): void
    {
        foreach ($this->keys($request, $user->email) as $key) {
            $this->limiter->clear($key);
        }
        Cookie::queue(Cookie::make(self::COOKIE, self::mark($user->email), self::MINUTES, sameSite: 'lax'));
    }

    /** What a browser that signed in here before shows; empty for others. */
    private static function known(Request $request): string
    {
        $cookie = $request->cookie(self::COOKIE);

        return is_string($cookie) ? $cookie : '';
    }

    /** @return array<key-of<self::TRIES>, string> */
    private function keys(Request $request, string $email): array
    {
        $account = self::mark($email);
        if (hash_equals($account, self::known($request))) {
            return ['known' => "sign-in:known:{$account}:" . sha1((string) $request->cookies->get(self::COOKIE))];
        }

        return ['account' => "sign-in:{$account}:{$request->ip()}", 'address' => "sign-in:{$request->ip()}"];
    }

    private static function mark(string $email): string
    {
        return hash_hmac('sha256', mb_strtolower($email), config()->string('app.key'));
    }
}
