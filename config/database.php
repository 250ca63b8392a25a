<?php

declare(strict_types=1);

return [
    'default' => 'sqlite',
    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'database' => env('KENNEL_DATABASE', storage_path('kennel.sqlite')),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => 10_000,
            // Opening the file and reading its schema costs a request a quarter of its time. A transaction that a request leaves
            // open is rolled back by PDO when the request ends.
            'options' => [PDO::ATTR_PERSISTENT => true],
            // Pages are read where the system has them, in one copy for all workers: in bytes, as far into the file. A list that looks at thousands of
            // rows takes two thirds of the time. Where the file's own storage fails, a process ends by a signal instead of by an error.
            'pragmas' => ['mmap_size' => 1 << 30],
            'journal_mode' => null, // WAL is set once, when the file is made; it is a property of the file
            // With WAL, NORMAL may lose the last commits to a power cut, though never the file. What is acknowledged is kept: FULL.
            // bin/bench durability says what it costs.
            'synchronous' => env('KENNEL_SYNCHRONOUS', 'FULL'),
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => false],
];
