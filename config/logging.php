<?php

use App\Server\MaskingFormatter;

$file = [
    'path' => storage_path('logs/pencil.log'),
    'level' => env('LOG_LEVEL', 'info'),
    'permission' => 0600,
    'formatter' => MaskingFormatter::class,
];

return [
    'default' => env('LOG_CHANNEL', 'pencil'),
    'channels' => [
        // A log that cannot be written takes nobody's answer away.
        'pencil' => ['driver' => 'stack', 'channels' => ['daily'], 'ignore_exceptions' => true],
        'daily' => ['driver' => 'daily', 'days' => 14, ...$file],
        'single' => ['driver' => 'single', ...$file],
        'stderr' => [
            'driver' => 'monolog',
            'handler' => Monolog\Handler\StreamHandler::class,
            'handler_with' => ['stream' => 'php://stderr'],
            'level' => env('LOG_LEVEL', 'info'),
            'formatter' => MaskingFormatter::class,
        ],
        'null' => ['driver' => 'monolog', 'handler' => Monolog\Handler\NullHandler::class],
    ],
];
