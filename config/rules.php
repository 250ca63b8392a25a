<?php

declare(strict_types=1);

// The rule book as it ships. Durations are ISO 8601; password lengths are code points; memory is KiB. An app that is not listed
// takes no sign-ups; bin/demo puts its own three into force.
return [
    'apps' => [],
    'signup' => [
        'roles' => ['observer'],
        // Refused on every app, with their subdomains; in any script.
        'refused_domains' => [],
        // Domains of throw-away mailboxes: the list in resources/domains.
        'refuse_throwaway' => true,
        'terms' => ['version' => '', 'text' => ''],
        'bots' => [
            'trap' => true,
            'minimum_time' => 'PT2S',
            'work_bits' => 12,
            'attempts' => 30,
            'attempts_within' => 'PT1H',
            'form_lifetime' => 'PT4H',
        ],
    ],
    'addresses' => ['fold_plus_tags' => false],
    'fields' => [],
    'pictures' => ['visibility' => 'private', 'link_lifetime' => 'PT10M'],
    'password' => [
        'minimum' => 12,
        'maximum' => 256,
        // Fewest characters of each kind. The guidance says why all of them are 0.
        'composition' => ['letters' => 0, 'small' => 0, 'capitals' => 0, 'digits' => 0, 'others' => 0],
        'history' => 0,
        'guesses' => 0,
        'words' => [],
    ],
    'hashing' => [
        'scheme' => 'argon2id',
        'memory' => 47104,
        'passes' => 1,
        'lanes' => 1,
        'cost' => 12,
        'pepper' => '',
    ],
    'verification' => [
        'lifetime' => 'PT24H',
        'cool_down' => 'PT1M',
    ],
    'recovery' => [
        'lifetime' => 'PT1H',
        'cool_down' => 'PT1M',
    ],
    'sessions' => [
        'idle' => 'PT2H',
        'absolute' => 'PT24H',
        'kept_idle' => 'P7D',
        'kept_absolute' => 'P30D',
        'seen_every' => 'PT1M',
    ],
    'review' => ['by_somebody_else' => false],
];
