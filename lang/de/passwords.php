<?php

declare(strict_types=1);

// As lang/en/passwords.php, in German.
return [
    'rule' => [
        'too_short' => 'Mindestens :minimum Zeichen',
        'too_long' => 'Höchstens :maximum Zeichen',
        'too_many_bytes' => 'Höchstens :maximum Byte',
        'common' => 'Kein verbreitetes Passwort',
        'is_word' => 'Nicht nur ein bekannter Name',
        'is_address' => 'Nicht nur Ihre Adresse',
        'few_letters' => 'Mindestens :minimum: Buchstaben',
        'few_small' => 'Mindestens :minimum: Kleinbuchstaben',
        'few_capitals' => 'Mindestens :minimum: Großbuchstaben',
        'few_digits' => 'Mindestens :minimum: Ziffern',
        'few_others' => 'Mindestens :minimum: Satz-, Leer- und andere Zeichen',
        'guessable' => 'Braucht mindestens 10^:minimum Versuche',
    ],
    'part' => [
        'common_password' => ':where: ein verbreitetes Passwort',
        'word' => ':where: ein Wort',
        'name' => ':where: ein Name',
        'known' => ':where: ein Wort, das man von Ihnen oder diesem Dienst kennt',
        'series' => ':where: Wörter einer Reihe, die jeder kennt',
        'sequence' => ':where: Schritt für Schritt',
        'repeat' => ':where: noch einmal dasselbe',
        'walk' => ':where: nebeneinander auf der Tastatur',
        'date' => ':where: ein Datum',
        'year' => ':where: ein Jahr',
        'unknown' => ':where: nichts Bekanntes',
    ],
    'where' => ['one' => 'Zeichen :from', 'several' => 'Zeichen :from bis :to'],
    'disguise' => ['capitals' => 'in Großbuchstaben', 'look_alikes' => 'mit ähnlich aussehenden Zeichen', 'backwards' => 'rückwärts'],
    'disguised' => ':what (:disguises).',
    'strength' => [
        'trivial' => 'Sofort zu erraten',
        'weak' => 'Leicht zu erraten',
        'middling' => 'Hält Versuchen bei der Anmeldung stand, nicht einer gestohlenen Datenbank',
        'good' => 'Schwer zu erraten',
        'strong' => 'Sehr schwer zu erraten',
    ],
];
