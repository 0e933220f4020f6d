<?php

return [
    /** The most a director may upload at once, in kilobytes. */
    'upload_kilobytes' => 16 * 1024,
    /** How long a looked-at score waits to be kept, in minutes. */
    'upload_minutes' => 60,
    /** How many looked-at scores of one director wait at the same time. */
    'upload_waiting' => 20,
    /** What all scores of one director may come to, in megabytes. */
    'quota_megabytes' => (int) env('PENCIL_QUOTA_MEGABYTES', 200),
    /** How long a deleted piece can be brought back, in days. */
    'deleted_days' => 30,
    /** Further addresses the server answers under, besides APP_URL. */
    'addresses' => array_filter(explode(',', (string) env('PENCIL_ADDRESSES', ''))),
    /** Front servers whose word on the caller's address and on HTTPS is taken. */
    'proxies' => array_filter(explode(',', (string) env('PENCIL_PROXIES', ''))),
    /** Whether all pages of an edition are drawn when it is handed out; else each when somebody first opens it. */
    'draws_ahead' => (bool) env('PENCIL_DRAWS_AHEAD', true),
    /** Where backups are kept. */
    'backups' => env('PENCIL_BACKUPS', storage_path('backups')),
    /** How many nightly backups are kept, and how many of Sunday's. */
    'backups_daily' => 7,
    'backups_weekly' => 4,
    /** Below this much room on the disk it is said that it is nearly full, in megabytes. */
    'disk_megabytes' => (int) env('PENCIL_DISK_MEGABYTES', 64),
];
