<?php

declare(strict_types=1);

// What operators read about messages: what each kind is for, and what each variable stands for.
return [
    'kinds' => [
        'verify_address' => 'Verify address',
        'already_registered' => 'Address already registered',
        'verify_by_code' => 'Verify address by a code',
        'verify_by_either' => 'Verify address by link or code',
        'reset_password' => 'Reset password',
        'password_changed' => 'Password changed',
        'temporary_password' => 'Temporary password',
        'account_made' => 'Account made for somebody',
        'new_sign_in' => 'Sign-in on another device',
        'change_address' => 'Verify new address',
        'address_changed' => 'Address changed by an operator',
        'own_address_changed' => 'Address changed by the holder',
        'account_suspended' => 'Account suspended',
        'account_restored' => 'Account restored',
        'account_closed' => 'Account closed',
        'account_reopened' => 'Account reopened',
        'invitation' => 'Invitation',
        'invitation_with_password' => 'Invitation with a temporary password',
    ],
    // Who is known to be next, and what sends it to them.
    'next' => [
        'unverified' => 'Address not verified: it is sent when they ask for another.',
        'other_way' => 'The rule book verifies addresses in another way, so nobody gets these words.',
        'compromised' => 'Can sign in only after setting a new password: it is sent when they ask for the link.',
        'owes_password' => 'Owe a new password: it is sent once they have chosen one.',
        'asked_for_address' => 'Have asked for another address: it is sent when they press the link.',
        'suspended' => 'Suspended: it is sent when an operator restores them.',
        'closed' => 'Closed: it is sent when an operator reopens them.',
        'invited' => 'Invited, and not come yet: it is sent when somebody sends the invitation again.',
    ],
    'variables' => [
        'name' => 'The person’s name',
        'address' => 'The address it goes to; their username',
        'app' => 'What the app is called',
        'link' => 'The page that the message leads to',
        'code' => 'The code that is typed on the page',
        'device' => 'The browser and system that were used',
        'place' => 'Where from, on the network',
        'when' => 'When, in UTC',
        'hours' => 'How many hours the link or password works',
        'minutes' => 'How many minutes the link or code works',
        'password' => 'The temporary password',
        'how' => 'How the password was changed',
        'before' => 'The former address',
        'after' => 'The new address',
        'inviter' => 'The name of who invites',
        'words' => 'What the inviter wrote; may be empty',
        'roles' => 'The roles that are offered; may be empty',
        'until' => 'The last day it is open',
        'days' => 'How many days it can be undone or reopened; may be empty',
    ],
];
