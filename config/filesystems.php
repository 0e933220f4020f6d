<?php

return [
    'default' => 'local',
    'disks' => [
        // Uploads that wait to be kept, and packed files: what several servers share is this folder.
        'local' => ['driver' => 'local', 'root' => env('STORAGE_PATH', storage_path('app/private')), 'serve' => false, 'throw' => true],
    ],
];
