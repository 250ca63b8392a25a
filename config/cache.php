<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'file'),
    'stores' => [
        'file' => ['driver' => 'file', 'path' => storage_path('framework/cache/data')],
        // What throttles and brakes count, kept apart so that it can be tidied by itself.
        'throttles' => env('CACHE_STORE') === 'array' ? ['driver' => 'array'] : ['driver' => 'locking-file', 'path' => storage_path('framework/cache/throttles')],
        'array' => ['driver' => 'array'],
    ],
    'prefix' => 'kennel',
    'limiter' => 'throttles',
];
