<?php

declare(strict_types=1);

// The network's rule book: the shipped one, with its three apps, its fields and its terms.
$field = static fn (string $key, string $label, string $type, array $more = []): array => array_replace(
    ['key' => $key, 'label' => $label, 'help' => '', 'type' => $type, 'required' => 'never', 'edited_by' => 'holder', 'apps' => [], 'minimum' => null, 'maximum' => null, 'earliest' => '', 'latest' => '', 'region' => '', 'choices' => [], 'searchable' => false, 'retired' => false],
    $more,
);
$choice = static fn (string $value, string $label, bool $retired = false): array => ['key' => $value, 'label' => $label, 'retired' => $retired];
$rules = require __DIR__.'/../../config/rules.php';

return array_replace($rules, [
    'apps' => [
        ['key' => 'gaugebook', 'look' => ['name' => 'Gaugebook', 'colour' => '#1d6f9c', 'ground' => '', 'logo' => ''], 'admission' => 'anyone', 'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof', 'roles' => []],
        ['key' => 'floodline', 'look' => ['name' => 'Floodline', 'colour' => '#a3401f', 'ground' => '', 'logo' => ''], 'admission' => 'invited', 'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof', 'roles' => []],
        ['key' => 'kitloft', 'look' => ['name' => 'Kitloft', 'colour' => '#4b6b2f', 'ground' => '#eef2e8', 'logo' => ''], 'admission' => 'domains', 'domains' => ['alderwend.example', 'millreach.example'], 'subdomains' => true, 'registered' => 'say_so', 'session' => 'at_once', 'roles' => []],
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
    'signup' => array_replace($rules['signup'], [
        'roles' => ['observer'],
        'refused_domains' => ['spillway.test'],
        'terms' => ['version' => '2026-09-03', 'text' => "You enter what you saw, when you saw it, and say so when you are not sure.\n\nReadings and photographs are published under your first name. Your address and telephone number are seen by the keepers of this service and by nobody else.\n\nYou never enter the water for a reading.\n\nYou can leave at any time; your readings stay, your name goes."],
    ]),
]);
