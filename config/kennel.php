<?php

declare(strict_types=1);

return [
    // Shows the keepers' demo credentials on the console's sign-in page. Set by bin/demo, never for real.
    'demo' => (bool) env('KENNEL_DEMO', false),
    'demo_keeper' => Kennel\Demo\DemoKeeper::class,

    // "stand-in" holds every message for the console to show; any other value is a Symfony Mailer DSN such as smtp://relay:587.
    'relay' => env('KENNEL_RELAY', 'stand-in'),

    // The same for text messages: "stand-in", or the address of a gateway that takes them by HTTP (app/Messaging/Mail/HttpTextRelay.php), and its token.
    'texts' => env('KENNEL_TEXTS', 'stand-in'),
    'texts_token' => env('KENNEL_TEXTS_TOKEN', ''),

    // What Kennel may call besides the public internet by https: hosts, addresses, ranges, and origins such as http://sms.internal:9000.
    'outbound_allow' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('KENNEL_OUTBOUND_ALLOW', ''))))),

    'sender' => ['address' => env('KENNEL_SENDER', 'accounts@localhost.localdomain'), 'name' => env('KENNEL_SENDER_NAME', 'Accounts')],

    // Keys mixed into passwords before they are hashed, each with an id: a file of lines "id key-in-Base64", and the same lines in the
    // environment, a semicolon between them. Never in the database. `php artisan kennel:peppers` makes keys and says which are in use.
    'peppers' => ['file' => env('KENNEL_PEPPER_FILE', storage_path('pepper-keys')), 'keys' => env('KENNEL_PEPPER_KEYS', '')],

    // The keys that seal, unless APP_KEY is in the environment. `php artisan kennel:install` makes the first, `kennel:keys` the next.
    'key_file' => env('KENNEL_KEY_FILE', storage_path('app.key')),
    'key_in_environment' => ! in_array(env('APP_KEY'), [null, ''], true),

    // Adds the empty route that bin/bench compares with.
    'bench' => (bool) env('KENNEL_BENCH', false),
];
