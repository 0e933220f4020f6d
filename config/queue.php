<?php

return [
    'default' => 'sync',
];
