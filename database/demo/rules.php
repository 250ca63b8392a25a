<?php

declare(strict_types=1);

use Kennel\Core\OAuth\Clients\Client;

// The network's rule book: the shipped one, with its three apps, its fields and its terms.
$field = static fn (string $key, string $label, string $type, array $more = []): array => array_replace(
    ['key' => $key, 'label' => $label, 'help' => '', 'type' => $type, 'required' => 'never', 'edited_by' => 'holder', 'apps' => [], 'minimum' => null, 'maximum' => null, 'earliest' => '', 'latest' => '', 'region' => '', 'choices' => [], 'searchable' => false, 'retired' => false],
    $more,
);
$choice = static fn (string $value, string $label, bool $retired = false): array => ['key' => $value, 'label' => $label, 'retired' => $retired];
$to = static fn (string $audience, string $purpose, bool $consent = false): array => ['key' => $audience, 'permission' => $audience === 'operators' ? 'kennel:accounts.read' : '', 'consent' => $consent, 'purpose' => $purpose];
$handed = static fn (string $key, array ...$grants): array => ['key' => $key, 'grants' => $grants];
[$desk, $holder] = [$to('operators', 'To answer you and mend your account'), $to('holder', 'It is yours')];
// Where bin/demo serves examples/gaugebook and examples/floodline; nothing where no demo runs.
$served = static fn (string $app, string $path): array => getenv("KENNEL_DEMO_{$app}") === false ? [] : [getenv("KENNEL_DEMO_{$app}").$path];
$lands = static fn (string $app, string $path): array => ['address' => $served($app, $path)[0] ?? '', 'roles' => []];
// The college's own provider, which bin/demo serves as well; none where no demo runs.
$college = getenv('KENNEL_DEMO_PROVIDER') === false ? [] : [['key' => 'riverside', 'name' => 'Riverside College', 'issuer' => getenv('KENNEL_DEMO_PROVIDER'), 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted']];
$rules = require __DIR__.'/../../config/rules.php';

return array_replace($rules, [
    'providers' => $college,
    // Offered to volunteers without a telephone that runs apps.
    'factors' => [...$rules['factors'], 'texts' => true],
    // Two of the messages in words of the network's own, one of them in both languages.
    'messages' => ['allowance' => ['a_day' => 50, 'an_address' => 10, 'an_app' => 0, 'kept_back' => 20], 'wordings' => [
        ['key' => 'verify_address:gaugebook:en', 'subject' => '{{ app }}: one step, and you can send readings', 'html' => <<<'HTML'
            <p>Hello {{ name }},</p>
            <p>thank you for looking after a gauge. Open the page to say that <strong>{{ address }}</strong> is your address; after that {{ app }} takes your readings.</p>
            <p><a href="{{ link }}">This is my address</a></p>
            <p>The link works once, for {{ hours }} hours. If you did not sign up, do nothing: without it nobody can use the account.</p>
            HTML, 'text' => '', 'sender_name' => '{{ app }}', 'reply_to' => 'volunteers@alderwend.example'],
        ['key' => 'verify_address:gaugebook:de', 'subject' => '{{ app }}: ein Schritt noch, dann können Sie Pegel melden', 'html' => <<<'HTML'
            <p>Guten Tag {{ name }},</p>
            <p>danke, dass Sie sich um einen Pegel kümmern. Öffnen Sie die Seite und bestätigen Sie, dass <strong>{{ address }}</strong> Ihre Adresse ist; danach nimmt {{ app }} Ihre Messwerte an.</p>
            <p><a href="{{ link }}">Das ist meine Adresse</a></p>
            <p>Der Link gilt einmal und {{ hours }} Stunden lang. Wenn Sie sich nicht angemeldet haben, müssen Sie nichts tun: Ohne ihn kann niemand das Konto benutzen.</p>
            HTML, 'text' => '', 'sender_name' => '{{ app }}', 'reply_to' => 'volunteers@alderwend.example'],
        ['key' => 'account_closed:*:en', 'subject' => '{{ app }}: your account is closed', 'html' => <<<'HTML'
            <p>Hello {{ name }},</p>
            <p>Your account on {{ app }} is closed, and nobody can sign in to it. Your readings stay in the archive without your name.</p>
            <p>Changed your mind? For {{ days }} days we can open it again: answer this message.</p>
            HTML, 'text' => '', 'sender_name' => '', 'reply_to' => 'volunteers@alderwend.example'],
    ]],
    'apps' => [
        ['key' => 'gaugebook', 'look' => ['name' => 'Gaugebook', 'colour' => '#1d6f9c', 'ground' => '', 'logo' => ''], 'admission' => 'anyone', 'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof', 'roles' => [], 'landing' => $lands('GAUGEBOOK', '/sign-in'), 'ways' => ['password', 'mail', 'passkey'], 'providers' => $college === [] ? [] : ['riverside'], 'second_factor' => 'offered'],
        ['key' => 'floodline', 'look' => ['name' => 'Floodline', 'colour' => '#a3401f', 'ground' => '', 'logo' => ''], 'admission' => 'invited', 'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof', 'roles' => [], 'landing' => $lands('FLOODLINE', '/'), 'ways' => ['password', 'passkey'], 'providers' => [], 'second_factor' => 'offered'],
        ['key' => 'kitloft', 'look' => ['name' => 'Kitloft', 'colour' => '#4b6b2f', 'ground' => '#eef2e8', 'logo' => ''], 'admission' => 'domains', 'domains' => ['alderwend.example', 'millreach.example'], 'subdomains' => true, 'registered' => 'say_so', 'session' => 'at_once', 'roles' => [], 'landing' => ['address' => '', 'roles' => []], 'ways' => ['password', 'mail'], 'providers' => [], 'second_factor' => 'offered'],
        // People come to these two by the other apps.
        ...array_map(static fn (string $key, string $name, string $colour): array => ['key' => $key, 'look' => ['name' => $name, 'colour' => $colour, 'ground' => '', 'logo' => ''], 'admission' => 'nobody', 'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof', 'roles' => [], 'landing' => ['address' => '', 'roles' => []], 'ways' => ['password'], 'providers' => [], 'second_factor' => 'offered'], ['stagewire', 'gauge-cli'], ['Stagewire', 'gauge-cli'], ['#5a4a8a', '#3d4f5c']),
    ],
    'clients' => [
        array_replace(Client::EXAMPLE, [
            'key' => 'gaugebook', 'redirect_uris' => ['https://gaugebook.alderwend.example/signed-in', 'http://127.0.0.1/signed-in'], 'post_logout_redirect_uris' => ['https://gaugebook.alderwend.example/', ...$served('GAUGEBOOK', '/')],
            'backchannel_logout_uri' => $served('GAUGEBOOK', '/signed-out')[0] ?? '',
            'grant_types' => ['authorization_code', 'refresh_token', 'client_credentials'], 'resources' => ['https://gaugebook.alderwend.example/api'],
            'scopes' => [['key' => 'readings', 'about' => 'Read and send river levels'], ['key' => 'readings:approve', 'about' => 'Approve readings of others']],
        ]),
        array_replace(Client::EXAMPLE, [
            'key' => 'floodline', 'kind' => 'single page', 'token_endpoint_auth_method' => 'none', 'redirect_uris' => ['https://floodline.alderwend.example/', ...$served('FLOODLINE', '/')], 'post_logout_redirect_uris' => ['https://floodline.alderwend.example/', ...$served('FLOODLINE', '/')],
            'origins' => ['https://floodline.alderwend.example', ...$served('FLOODLINE', '')], 'consent' => 'asked', 'resources' => ['https://floodline.alderwend.example/api'], 'algorithm' => 'ES256', 'access_token_lifetime' => 'PT5M', 'refresh_token_idle' => 'P1D', 'refresh_token_absolute' => 'P30D',
            'scopes' => [['key' => 'notices:publish', 'about' => 'Publish flood notices in your name']],
        ]),
        array_replace(Client::EXAMPLE, [
            'key' => 'kitloft', 'kind' => 'mobile', 'token_endpoint_auth_method' => 'none', 'redirect_uris' => ['example.alderwend.kitloft:/signed-in'],
            'grant_types' => ['authorization_code', 'refresh_token', 'urn:ietf:params:oauth:grant-type:device_code'], 'access_token' => 'opaque', 'refresh_token_idle' => 'P60D', 'refresh_token_absolute' => 'P365D',
        ]),
        array_replace(Client::EXAMPLE, [
            'key' => 'stagewire', 'kind' => 'backend', 'grant_types' => ['client_credentials'], 'resources' => ['https://gaugebook.alderwend.example/api'], 'scopes' => [['key' => 'readings', 'about' => 'Post readings of loggers']],
        ]),
        array_replace(Client::EXAMPLE, [
            'key' => 'gauge-cli', 'kind' => 'command line', 'token_endpoint_auth_method' => 'none', 'grant_types' => ['urn:ietf:params:oauth:grant-type:device_code', 'refresh_token'], 'resources' => ['https://gaugebook.alderwend.example/api'], 'consent' => 'asked',
            'scopes' => [['key' => 'readings', 'about' => 'Read and send river levels']],
        ]),
    ],
    'fields' => [
        $field('home_reach', 'Home reach', 'one_choice', ['help' => 'The stretch of river you look after.', 'required' => 'before_first_use', 'apps' => ['gaugebook'], 'choices' => [
            $choice('Upper Alder', 'Upper Alder'), $choice('Mill Reach', 'Mill Reach'), $choice('Lower Alder', 'Lower Alder'), $choice('Wend Forks', 'Wend Forks'), $choice('Saltings', 'Saltings'),
        ]]),
        $field('training_level', 'Training level', 'one_choice', ['required' => 'before_first_use', 'apps' => ['gaugebook'], 'choices' => [
            $choice('none', 'None yet'), $choice('basic', 'Basic'), $choice('full', 'Full'), $choice('instructor', 'Instructor'), $choice('bronze', 'Bronze (until 2024)', true),
        ]]),
        $field('phone', 'Phone', 'phone', ['help' => 'With the country, as in +47 21 93 00 00.', 'required' => 'before_first_use', 'apps' => ['kitloft']]),
        $field('trained_on', 'Trained on', 'date', ['earliest' => '2009-04-01', 'latest' => 'today']),
        $field('speaks', 'Speaks', 'several_choices', ['choices' => [
            $choice('en', 'English'), $choice('cy', 'Welsh'), $choice('no', 'Norwegian'), $choice('pl', 'Polish'), $choice('ru', 'Russian'), $choice('ar', 'Arabic'), $choice('ja', 'Japanese'),
        ]]),
        $field('boat_licence', 'Boat licence', 'short_text', ['searchable' => true, 'help' => 'Its number, if you have one.', 'minimum' => 4, 'maximum' => 20]),
        $field('listed', 'List me among the volunteers', 'yes_no'),
        $field('picture', 'Picture', 'picture'),
    ],
    // The boat licence is left out on purpose: a field that nobody has classified yet.
    'disclosure' => [
        'fields' => [
            $handed('name', $to('accounts:gaugebook', 'So that volunteers of a reach know each other'), $to('app:gaugebook', 'To sign your readings'), $to('app:floodline', 'To say whose notice it is'), $to('app:kitloft', 'To know who has which kit')),
            $handed('address', $to('app:kitloft', 'To send the loan agreement')),
            $handed('field:home_reach', $desk, $holder, $to('accounts:gaugebook', 'So that volunteers of a reach find each other'), $to('app:gaugebook', 'To show your gauges first')),
            $handed('field:training_level', $desk, $holder, $to('app:gaugebook', 'To know which readings need a second look')),
            $handed('field:phone', $desk, $holder, $to('app:kitloft', 'To call when a kit is overdue')),
            $handed('field:trained_on', $desk, $holder),
            $handed('field:speaks', $desk, $holder, $to('public', 'So that people find a volunteer who speaks their language', consent: true)),
            $handed('field:listed', $desk, $holder),
            $handed('field:picture', $desk, $holder),
            $handed('own:nickname', $desk, $holder, $to('accounts:gaugebook', 'What your reach calls you', consent: true)),
            $handed('own:rain_gauge_model', $desk, $holder, $to('app:gaugebook', 'To correct readings for the model')),
            $handed('own:notifications', $desk, $holder, $to('app:gaugebook', 'To write to you when you asked for it')),
            $handed('internal:insurance_until', $desk),
            $handed('internal:merged_from', $desk),
        ],
        'directories' => [['key' => 'gaugebook', 'read_by' => 'accounts', 'lists' => 'consenting']],
    ],
    'signup' => array_replace($rules['signup'], [
        'roles' => ['observer'],
        'refused_domains' => ['spillway.test'],
        'terms' => ['version' => '2026-09-03', 'text' => "You enter what you saw, when you saw it, and say so when you are not sure.\n\nReadings and photographs are published under your first name. Your address and telephone number are seen by the keepers of this service and by nobody else.\n\nYou never enter the water for a reading.\n\nYou can leave at any time; your readings stay, your name goes."],
    ]),
]);
