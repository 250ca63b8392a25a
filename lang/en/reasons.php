<?php

declare(strict_types=1);

// One sentence a reason: what is wrong and how to satisfy it.
return [
    'key' => ['unknown' => 'Not a key of this request.'],
    'type' => ['text' => 'Must be a text.', 'boolean' => 'Must be true or false.'],
    'text' => ['too_long' => 'At most :maximum bytes.'],
    'query' => [
        'text' => 'Must be a text of at most :maximum characters.',
        'choice' => 'Must be one of: :choices.',
        'id' => 'Must be an id, as in 01890a5d-ac96-774b-bcce-b302099a8057.',
        'number' => 'Must be a whole number from :minimum to :maximum.',
        'cursor' => 'Not a cursor of this list in this order.',
    ],
    'request' => ['too_large' => 'At most :maximum bytes.'],
    'app' => ['unknown' => 'There is no app of this key.'],
    'name' => [
        'required' => 'Enter a name.',
        'too_long' => 'At most :maximum characters; this has :length.',
        'characters' => 'Use letters and ordinary punctuation, on one line.',
    ],
    'email' => [
        'required' => 'Enter an e-mail address.',
        'invalid' => 'This is not an e-mail address. One looks like name@place.example.',
        'local_too_long' => 'The part before the @ has more than :maximum bytes.',
        'too_long' => 'An address has at most :maximum bytes.',
        'domain_invalid' => 'The part after the @ is not a domain. One looks like place.example.',
        'domain_refused' => 'Addresses of this domain can not sign up here.',
        'throwaway' => 'This domain hands out throw-away mailboxes. Use an address you will keep.',
        'domain_not_listed' => 'Only addresses of :domains can sign up here.',
    ],
    'password' => [
        'required' => 'Enter a password.',
        'characters' => 'Control characters can not be part of a password.',
        'too_short' => 'At least :minimum characters; this has :length.',
        'too_long' => 'At most :maximum characters; this has :length.',
        'common' => 'This is among the passwords that are tried first. Choose another.',
        'is_address' => 'This is little more than your address. Choose another.',
    ],
    'signup' => [
        'invited_only' => 'Accounts here are by invitation only.',
        'nobody_only' => 'No new accounts are taken here at present.',
    ],
    'challenge' => [
        'unknown' => 'This is not a link we sent. It may have been cut short or altered; copy the whole of it from the message.',
        'used' => 'This link has been used already. Nothing more is needed.',
        'superseded' => 'A newer link was sent after this one. Use the latest message.',
        'expired' => 'This link is too old. Ask for a new message.',
    ],
    'verification' => [
        'not_owed' => 'The address needs no proof: it is proven, or the account is stopped.',
        'too_soon' => 'A message went out a moment ago. Wait a minute before the next.',
    ],
    'duty' => ['verify_email' => 'The e-mail address is not proven yet.'],
    'account' => [
        'suspended' => 'The account is suspended.',
        'closed' => 'The account is closed.',
        'already_suspended' => 'The account is suspended already.',
        'already_closed' => 'The account is closed; there is nothing to suspend.',
        'not_suspended' => 'Only a suspended account can be restored.',
        'last_manager' => 'This is the last account that can manage accounts. Give another the role first.',
        'self' => 'This is your own account. Ask another operator.',
    ],
    'reason' => [
        'required' => 'Say why; it goes into the audit trail.',
        'too_long' => 'At most :maximum characters.',
        'characters' => 'Control characters can not be part of a reason.',
    ],
    'message' => ['not_failed' => 'Only a message that failed can be sent again.'],
];
