<?php

declare(strict_types=1);

// Rules about new passwords, as people read them before and while they type; by the code of the reason that is given when one is
// broken. And the estimate of guesses: what a stretch of the password is, what was put over it, and how strong the whole is.
return [
    'rule' => [
        'too_short' => 'At least :minimum characters',
        'too_long' => 'At most :maximum characters',
        'too_many_bytes' => 'At most :maximum bytes',
        'common' => 'Not a common password',
        'is_word' => 'Not just a known name',
        'is_address' => 'Not just your address',
        'few_letters' => 'At least :minimum of: letters',
        'few_small' => 'At least :minimum of: lower-case letters',
        'few_capitals' => 'At least :minimum of: capital letters',
        'few_digits' => 'At least :minimum of: digits',
        'few_others' => 'At least :minimum of: marks, spaces, other signs',
        'guessable' => 'Takes at least 10^:minimum guesses',
    ],
    'part' => [
        'common_password' => ':where: a common password',
        'word' => ':where: a word',
        'name' => ':where: a name',
        'known' => ':where: a word known of you or of this service',
        'series' => ':where: words of a list everybody knows',
        'sequence' => ':where: step by step',
        'repeat' => ':where: the same again',
        'walk' => ':where: side by side on the keyboard',
        'date' => ':where: a date',
        'year' => ':where: a year',
        'unknown' => ':where: nothing known',
    ],
    'where' => ['one' => 'Character :from', 'several' => 'Characters :from to :to'],
    'disguise' => ['capitals' => 'in capitals', 'look_alikes' => 'with look-alike characters', 'backwards' => 'backwards'],
    'disguised' => ':what (:disguises).',
    'strength' => [
        'trivial' => 'Guessed at once',
        'weak' => 'Easily guessed',
        'middling' => 'Withstands guessing at sign-in, not a stolen database',
        'good' => 'Hard to guess',
        'strong' => 'Very hard to guess',
    ],
];
