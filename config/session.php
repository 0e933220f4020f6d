<?php

return [
    'driver' => env('SESSION_DRIVER', 'file'),
    'lifetime' => 60 * 24 * 7,
    'cookie' => 'upright_pencil',
    'same_site' => 'lax',
    'http_only' => true,
];
