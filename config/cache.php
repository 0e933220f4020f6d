<?php

return [
    // Plans and answers that can be worked out again; several servers share the folder, or use the database.
    'default' => env('CACHE_STORE', 'file'),
    'stores' => [
        'file' => [
            'driver' => 'file',
            'path' => env('CACHE_PATH', storage_path('framework/cache/data')),
            'lock_path' => env('CACHE_PATH', storage_path('framework/cache/data')),
        ],
        'database' => ['driver' => 'database', 'connection' => null, 'table' => 'cache', 'lock_table' => 'cache_locks'],
        'array' => ['driver' => 'array', 'serialize' => false],
    ],
    // Counted exactly, also when many call at once.
    'limiter' => 'database',
    'prefix' => '',
];
