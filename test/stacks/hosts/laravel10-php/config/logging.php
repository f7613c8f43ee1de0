<?php

return [
    'default' => env('LOG_CHANNEL', 'single'),
    'channels' => [
        'stack' => ['driver' => 'stack', 'channels' => ['single']],
        'single' => ['driver' => 'single', 'path' => storage_path('logs/laravel.log'), 'level' => 'debug'],
        'emergency' => ['path' => storage_path('logs/laravel.log')],
    ],
];
