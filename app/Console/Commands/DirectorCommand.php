<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;

/** Sets up a director's account, and prints the address at which its password is chosen. */
final class DirectorCommand extends Command
{
    protected $signature = 'pencil:director {email : the address the director signs in with} {--name= : how colleagues read the name}';

    protected $description = 'Makes an account for a director, or a new address to choose a password where there is one.';

    public function handle(): int
    {
        $email = mb_strtolower(trim((string) $this->argument('email')));
        if (filter_var($email, FILTER_VALIDATE_EMAIL) === false || strlen($email) > 120) {
            $this->error("“{$email}” is not an e-mail address.");

            return self::FAILURE;
        }
        $user = User::query()->firstOrCreate(['email' => $email], [
            'name' => mb_substr((string) $this->option('name'), 0, 80) ?: Str::before($email, '@'),
            'password' => Str::random(60),
        ]);
        $this->line('Open this within the hour and choose a password:');
        $this->line(url('/welcome/' . Password::broker()->createToken($user)) . '?email=' . rawurlencode($email));

        return self::SUCCESS;
    }
}
