<?php

declare(strict_types=1);

// The rule book as it ships. Durations are ISO 8601; password lengths are code points; memory is KiB. An app that is not listed
// takes no sign-ups; bin/demo puts its own three into force.
return [
    // The form of this document. Every change of it is a step in core/Policy/Rules/Upgrades.
    'format' => 11,
    'apps' => [],
    // By what apps come to tokens (OAuth 2.1, OpenID Connect); each is one of the apps above.
    'clients' => [],
    // The keys that tokens are signed by. The next one is in the key set for a while before it signs.
    'signing_keys' => ['rotate_every' => 'P90D', 'published_before' => 'P2D'],
    'signup' => [
        // Never a role with a permission over Kennel itself.
        'roles' => [],
        // An account or claim whose address nobody proves goes after so long, and the address is free again.
        'unproven_for' => 'P7D',
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
    // Who is handed what. What is not listed is handed to nobody; what every account has, operators who may see accounts and its holder have anyhow.
    'disclosure' => ['fields' => [], 'directories' => []],
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
    // What a message carries that verifies an address: link, code or both.
    'codes' => ['way' => 'link', 'length' => 6, 'letters' => false, 'lifetime' => 'PT15M', 'attempts' => 5],
    'address_changes' => ['undo_for' => 'P7D'],
    'invitations' => ['lifetime' => 'P14D', 'cool_down' => 'PT1H', 'warn_before' => 'P2D'],
    // Kind, app and language of a message in words of your own: 'verify_address:*:en'. What is not here goes out as it ships (lang/*/messages.php).
    'messages' => ['wordings' => [], 'allowance' => ['a_day' => 0, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 20]],
    // Links and codes that sign in, on apps that offer them.
    'signin' => ['mail_lifetime' => 'PT10M', 'mail_cool_down' => 'PT1M'],
    // Second factors: whose they are demanded of, and what holds for those who have one. Apps say for themselves whether they demand one.
    'factors' => ['roles' => [], 'from' => '', 'grace' => 'P14D', 'known_for' => 'P30D', 'codes' => 10, 'reset_after' => 'P1D', 'texts' => false],
    // Outside OpenID providers; apps say which of them they offer.
    'providers' => [],
    'sessions' => [
        'idle' => 'PT2H',
        'absolute' => 'PT24H',
        'kept_idle' => 'P7D',
        'kept_absolute' => 'P30D',
        'seen_every' => 'PT1M',
        // How long typing the password counts for acts that hand out power.
        'proof_for' => 'PT10M',
        // Of one account; 0 for as many as there are.
        'at_once' => 0,
        // Shorter limits for holders of a role, and for whoever came by an app: ['key' => 'keeper', 'idle' => 'PT15M', 'absolute' => 'PT8H'].
        'roles' => [],
        'apps' => [],
    ],
    'throttles' => [
        'verdicts' => ['times' => 600, 'within' => 'PT1M'],
        'forms' => ['times' => 120, 'within' => 'PT10M'],
        'signups_of_address' => ['times' => 5, 'within' => 'PT1H'],
        'recoveries' => ['times' => 30, 'within' => 'PT1H'],
        'recoveries_of_address' => ['times' => 5, 'within' => 'PT1H'],
        'resends' => ['times' => 30, 'within' => 'PT1H'],
        'resends_of_address' => ['times' => 5, 'within' => 'PT1H'],
        'links' => ['times' => 120, 'within' => 'PT10M'],
        'signins_of_account' => ['free' => 10, 'first_delay' => 'PT1S', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'],
        'signins_of_source' => ['free' => 100, 'first_delay' => 'PT1S', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'],
        // Off (free is 0) but for who expects to be attacked from everywhere: it makes strangers wait on others' account.
        'signins_of_net' => ['free' => 400, 'first_delay' => 'PT1S', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'],
        'signins_of_service' => ['free' => 0, 'first_delay' => 'PT1S', 'longest_delay' => 'PT10S', 'forgotten_after' => 'PT10M'],
        'ceiling' => 100,
        'tell_after' => 20,
    ],
    'retention' => [
        'sessions' => 'P1D',
        'signins' => 'P31D',
        'challenges' => 'P30D',
        'invitations' => 'P365D',
        'messages' => 'P90D',
        'closed_accounts' => 'P30D',
        'evidence' => 'P7D',
        'verdicts' => 'P31D',
        'tallies' => 'P400D',
        'refusals' => 'P35D',
        'imports' => 'P90D',
        'failed_jobs' => 'P30D',
    ],
    'review' => ['by_somebody_else' => false],
];
