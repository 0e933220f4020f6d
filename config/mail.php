<?php

// Mail is a stand-in until a server is named: what would be sent is kept in the table of letters.
return [
    'default' => env('MAIL_MAILER', 'letters'),
    'mailers' => [
        'letters' => ['transport' => 'letters'],
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('MAIL_SCHEME'),
            'host' => env('MAIL_HOST', '127.0.0.1'),
            'port' => env('MAIL_PORT', 587),
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
            'timeout' => 15,
        ],
        'array' => ['transport' => 'array'],
        'log' => ['transport' => 'log'],
    ],
    'from' => ['address' => env('MAIL_FROM_ADDRESS', 'pencil@example.test'), 'name' => env('MAIL_FROM_NAME', 'Upright Pencil')],
];
