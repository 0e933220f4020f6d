<?php

$address = (string) env('APP_URL', '');

return [
    // In the database: sign-ins can be listed and ended, and several servers share them.
    'driver' => env('SESSION_DRIVER', 'database'),
    'connection' => null,
    'table' => 'sessions',
    'lifetime' => 60 * 24 * 7,
    'cookie' => 'upright_pencil',
    'same_site' => 'lax',
    'http_only' => true,
    'secure' => str_starts_with($address, 'https://'),
    // Old ones are swept by the schedule, not by whoever happens to call.
    'lottery' => [0, 100],
];
