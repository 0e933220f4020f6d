<?php

$isSqlite = env('DB_CONNECTION', 'sqlite') === 'sqlite';

return [
    'default' => env('DB_CONNECTION', 'sqlite'),
    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'url' => null,
            'database' => $isSqlite ? env('DB_DATABASE', database_path('pencil.sqlite')) : database_path('pencil.sqlite'),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => 10000,
            'journal_mode' => 'wal',
            // A mark that was answered survives the plug being pulled. See docs/server.md for what it costs.
            'synchronous' => env('DB_SYNCHRONOUS', 'full'),
        ],
        'pgsql' => [
            'driver' => 'pgsql',
            'url' => env('DB_URL'),
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '5432'),
            'database' => $isSqlite ? 'pencil' : env('DB_DATABASE', 'pencil'),
            'username' => env('DB_USERNAME', 'pencil'),
            'password' => env('DB_PASSWORD', ''),
            'charset' => 'utf8',
            'prefix' => '',
            'search_path' => 'public',
            'sslmode' => env('DB_SSLMODE', 'prefer'),
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
