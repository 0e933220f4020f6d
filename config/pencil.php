<?php

return [
    /** The most a director may upload, in kilobytes. */
    'upload_kilobytes' => 16 * 1024,
    /** How long a looked-at score waits to be kept, in minutes. */
    'upload_minutes' => 60,
    /** How long a deleted piece can be brought back, in days. */
    'deleted_days' => 30,
];
