<?php

// Mail is a stand-in: what would be sent is written to the log, and the director gets the link to pass on.
return [
    'default' => env('MAIL_MAILER', 'log'),
    'from' => ['address' => 'pencil@example.test', 'name' => 'Upright Pencil'],
];
