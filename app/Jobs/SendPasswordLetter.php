<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\User;
use Illuminate\Auth\Passwords\PasswordBroker;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;

/**
 * The letter with which a password is chosen: a forgotten one again, or the first one of a new account.
 *
 * Whether there is an account is looked up here, when the answer is long given: it tells nobody who has one.
 */
final class SendPasswordLetter implements ShouldQueue
{
    use Queueable;

    /** @param bool $makesAccount whether an account is made where there is none */
    public function __construct(public readonly string $email, public readonly bool $makesAccount = false)
    {
        $this->onQueue(Queues::SOON);
    }

    public function handle(): void
    {
        $email = mb_strtolower($this->email);
        $user = User::query()->where('email', $email)->first();
        if ($user === null && !$this->makesAccount) {
            return;
        }
        // Until its owner chooses a password nobody knows this one.
        $user ??= User::query()->create(['name' => Str::before($email, '@'), 'email' => $email, 'password' => Str::random(60)]);
        $broker = Password::broker();
        assert($broker instanceof PasswordBroker);
        if ($broker->getRepository()->recentlyCreatedToken($user)) {
            return;
        }
        $url = url("/welcome/{$broker->createToken($user)}") . '?email=' . rawurlencode($email);
        SendLetter::dispatch(
            $email,
            'Upright Pencil: choose a password',
            "Somebody, you we hope, asked for this letter. Open the address and choose a password; it is good for an hour.\n\n"
            . "{$url}\n\nIf it was not you, leave it: nothing is changed.\n",
        );
    }
}
