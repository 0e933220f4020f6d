<?php

use App\Models\User;

return [
    'defaults' => ['guard' => 'web', 'passwords' => 'users'],
    'guards' => ['web' => ['driver' => 'session', 'provider' => 'users']],
    'providers' => ['users' => ['driver' => 'eloquent', 'model' => User::class]],
    // A letter to choose a new password is good for an hour; for a new account, a week would be no different: it is asked for again.
    'passwords' => ['users' => ['provider' => 'users', 'table' => 'password_reset_tokens', 'expire' => 60, 'throttle' => 20]],
    'password_timeout' => 900,
    // The shortest time a refusal takes, in microseconds.
    'timebox_duration' => (int) env('AUTH_TIMEBOX', 200_000),
];
