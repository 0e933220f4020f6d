<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Models\User;
use Illuminate\Auth\Passwords\PasswordBroker;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;

/** Sets up a director's account, and prints the address at which its password is chosen. */
final class DirectorCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:director {email : the address the director signs in with} {--name= : how colleagues read the name}';

    protected $description = 'Makes an account for a director, or a new address to choose a password where there is one.';

    public function handle(): int
    {
        $email = mb_strtolower(trim($this->textOf('email')));
        if (filter_var($email, FILTER_VALIDATE_EMAIL) === false || strlen($email) > 120) {
            $this->error("“{$email}” is not an e-mail address.");

            return self::FAILURE;
        }
        $user = User::query()->firstOrCreate(['email' => $email], [
            'name' => mb_substr($this->textOfOption('name'), 0, 80) ?: Str::before($email, '@'),
            'password' => Str::random(60),
        ]);
        $broker = Password::broker();
        assert($broker instanceof PasswordBroker);
        $this->line('Open this within the hour and choose a password:');
        $this->line(url('/welcome/' . $broker->createToken($user)) . '?email=' . rawurlencode($email));

        return self::SUCCESS;
    }
}
