<?php

declare(strict_types=1);

// The rule book. Durations are ISO 8601; password lengths are code points; memory is KiB.
return [
    'signup' => [
        'roles' => ['observer'],
        // Refused on every app, with their subdomains; in any script.
        'refused_domains' => [],
        // Domains of throw-away mailboxes: the list in resources/domains.
        'refuse_throwaway' => true,
    ],
    'password' => [
        'minimum' => 12,
        'maximum' => 256,
    ],
    'hashing' => [
        'memory' => 47104,
        'passes' => 1,
        'lanes' => 1,
    ],
    'verification' => [
        'lifetime' => 'PT24H',
        'cool_down' => 'PT1M',
    ],
    'sessions' => [
        'idle' => 'PT2H',
        'absolute' => 'PT24H',
        'kept_idle' => 'P7D',
        'kept_absolute' => 'P30D',
        'seen_every' => 'PT1M',
    ],
];
