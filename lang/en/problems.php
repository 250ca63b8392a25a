<?php

declare(strict_types=1);

// One title and one detail a problem code: what happened, and what to do about it.
return [
    'request' => [
        'invalid' => ['title' => 'Something in the request is not acceptable', 'detail' => 'Each reason names the field and the rule.'],
        'not_found' => ['title' => 'There is nothing here', 'detail' => 'The address may be misspelt, or what it named is gone.'],
        'method' => ['title' => 'Method not allowed here', 'detail' => 'The Allow header lists the methods that are.'],
        'not_merge_patch' => ['title' => 'The body must be a merge patch', 'detail' => 'Send the header Content-Type: application/merge-patch+json (RFC 7396).'],
        'malformed' => ['title' => 'The request could not be read', 'detail' => 'Send one JSON object in UTF-8.'],
        'not_a_list' => ['title' => 'The body must be a list', 'detail' => 'Send text/plain, text/csv, or an XLSX file with its type in the header Content-Type.'],
        'not_a_message' => ['title' => 'The body must be a message', 'detail' => 'Send it as it was received, with the header Content-Type: message/rfc822.'],
        'not_json' => ['title' => 'The body must be JSON', 'detail' => 'Send the header Content-Type: application/json.'],
        'too_large' => ['title' => 'The body is too large', 'detail' => 'The reason says how large it may be.'],
        'throttled' => ['title' => 'Too often', 'detail' => 'Wait as long as Retry-After says, in seconds, and try again.'],
        'cross_site' => ['title' => 'Refused: sent from another site', 'detail' => 'A page of another origin may not write here with a browser\'s cookies.'],
    ],
    'idempotency' => [
        'key' => ['title' => 'The Idempotency-Key cannot be used', 'detail' => 'Send 1 to 100 visible ASCII characters.'],
        'other_request' => ['title' => 'The Idempotency-Key belongs to another request', 'detail' => 'The same key came before with another body. Use a new key for a new request.'],
        'in_progress' => ['title' => 'The first request with this key is still running', 'detail' => 'Ask again in a moment for its answer.'],
    ],
    'update' => [
        'condition_required' => ['title' => 'An update needs If-Match', 'detail' => 'Send the ETag of the record you saw, so that nobody\'s change is overwritten.'],
        'changed_meanwhile' => ['title' => 'The record has changed since you saw it', 'detail' => 'Read it again and decide anew.'],
    ],
    'rules' => [
        'invalid' => ['title' => 'The rule book cannot be read', 'detail' => 'The reason names the rule by its path. The draft is as it was.'],
        'changed_meanwhile' => ['title' => 'Somebody else changed the rules meanwhile', 'detail' => 'Nothing was overwritten. Each reason names a rule that changed since you read them.'],
        'outdated' => ['title' => 'A newer revision was published', 'detail' => 'The draft builds on an older one. Each reason names a rule that changed since. Bring the draft up to date, or discard it.'],
        'cases_changed' => ['title' => 'The saved cases changed meanwhile', 'detail' => 'Run them again and decide anew.'],
        'published_meanwhile' => ['title' => 'The rules changed meanwhile', 'detail' => 'New rules were published while this was decided. Send it again.'],
        'no_draft_here' => ['title' => 'Drafts cannot be tried here', 'detail' => 'It does the real thing, by the rules in force. Leave the header Kennel-Rules out.'],
        'not_whole' => ['title' => 'The rules are incomplete', 'detail' => 'The service’s log says what is missing.'],
        'not_published' => ['title' => 'The draft was not published', 'detail' => 'Each reason says what stands in the way.'],
    ],
    'installation' => [
        'done' => ['title' => 'There is a keeper already', 'detail' => 'Sign in; a keeper can give others their roles.'],
    ],
    'import' => [
        'exists' => ['title' => 'There is an import with this id', 'detail' => 'Draw a new id for a new file.'],
        'not_open' => ['title' => 'This import is not open', 'detail' => 'Only a file that waits, or one that has been checked, can be planned. Send it anew.'],
    ],
    'picture' => [
        'refused' => ['title' => 'The picture was not taken', 'detail' => 'The reason says why.'],
    ],
    'session' => [
        'required' => ['title' => 'Not signed in', 'detail' => 'There is no session, or it has ended.'],
        'proof_required' => ['title' => 'Type your password again', 'detail' => 'This hands out power, so your password must have been typed in the last few minutes. Nothing was changed.'],
        'limited' => ['title' => 'The account has open duties', 'detail' => 'The reasons name what has to be done.'],
    ],
    'permission' => [
        'missing' => ['title' => 'Not permitted', 'detail' => 'None of the account\'s roles allows this.'],
    ],
    'operator' => [
        'bounded' => ['title' => 'Not for some apps alone', 'detail' => 'This cannot be narrowed to the apps you look after.'],
        'beyond_authority' => ['title' => 'Beyond your authority', 'detail' => 'This account may do things with Kennel that you may not, so you cannot act on it.'],
    ],
    'directory' => [
        'other_app' => ['title' => 'Another app\'s directory', 'detail' => 'A directory is for the accounts of its own app.'],
    ],
    'signup' => [
        'refused' => ['title' => 'The account was not created', 'detail' => 'Each reason names the field and the rule.'],
    ],
    'code' => [
        'refused' => ['title' => 'That code did not work', 'detail' => 'Type the newest one, or ask for another.'],
    ],
    'signin' => [
        'refused' => ['title' => 'That did not work', 'detail' => 'The address or the password is not right, or the account cannot be used.'],
        'held_back' => ['title' => 'Too many attempts', 'detail' => 'Wait as long as Retry-After says, in seconds. A forgotten password can be reset meanwhile.'],
        'changed_meanwhile' => ['title' => 'The account was being changed', 'detail' => 'Try again in a moment.'],
        'way_not_offered' => ['title' => 'Not offered here', 'detail' => 'This app’s pages do not sign in that way.'],
        'passkey_refused' => ['title' => 'That passkey did not sign you in', 'detail' => 'Try again, or sign in another way.'],
        'ceiling' => ['title' => 'Too many wrong passwords', 'detail' => 'Waiting does not help. Set a new password by mail, or sign in on a device that you have used before.'],
        'code_refused' => ['title' => 'That code did not work', 'detail' => 'Type the one that is shown now, or a recovery code that was not used yet.'],
        'step_over' => ['title' => 'Sign in from the start', 'detail' => 'This step has run out, or was tried too often.'],
    ],
    'factor' => [
        'needed' => ['title' => 'This factor is needed', 'detail' => 'A second factor is demanded of this account. Add another before you remove the last.'],
        'too_many' => ['title' => 'There are as many as there can be', 'detail' => 'Remove an authenticator app that is not used any more.'],
        'texts_not_offered' => ['title' => 'Codes by text message are not offered', 'detail' => 'Add an authenticator app or a passkey.'],
        'phone_there' => ['title' => 'This number is there already', 'detail' => 'Codes go to it.'],
        'text_too_soon' => ['title' => 'A code was sent a moment ago', 'detail' => 'It can take a minute to arrive.'],
        'none' => ['title' => 'There is no second factor', 'detail' => 'The account has none that could be removed.'],
        'reset_asked' => ['title' => 'It is asked for already', 'detail' => 'The removal is waiting for its time.'],
    ],
    'rehearsal' => [
        'too_many' => ['title' => 'You have as many rehearsals as there can be', 'detail' => 'End one of them first.'],
        'no_keeper' => ['title' => 'No role can do what an operator does in journeys', 'detail' => 'One role, not bounded to an app, needs the console, managing accounts and sending invitations.'],
        'at_its_end' => ['title' => 'The journey is at its end', 'detail' => 'Go on by hand, keep it as a case, or end it.'],
        'nothing_expires' => ['title' => 'Nothing runs out', 'detail' => 'There is no link and no session that still counts.'],
    ],
    'provider' => [
        'unavailable' => ['title' => 'The other service did not answer as it should', 'detail' => 'Try again in a while, or sign in by another way.'],
        'refused' => ['title' => 'The other service did not sign you in', 'detail' => 'The reason says why.'],
        'no_way_in' => ['title' => 'This account cannot be signed in to', 'detail' => 'Ask whoever runs the app.'],
        'linked_elsewhere' => ['title' => 'It is linked to another account', 'detail' => 'Sign in with it to get there, and unlink it there first.'],
        'last_way' => ['title' => 'This is the last way in', 'detail' => 'Set a password first: “Forgotten?” on the sign-in page sends a link.'],
        'too_many' => ['title' => 'There are as many as there can be', 'detail' => 'Unlink one that is not used any more.'],
    ],
    'challenge' => [
        'refused' => ['title' => 'The link cannot be used', 'detail' => 'The reason says why.'],
    ],
    'invitation' => [
        'refused' => ['title' => 'The invitation cannot be accepted', 'detail' => 'The reason says why.'],
    ],
    'invitations' => [
        'changed_meanwhile' => ['title' => 'Something changed since you saw the list', 'detail' => 'Nothing was sent. Look at the rows again.'],
    ],
    'message' => [
        'withheld' => ['title' => 'The message belongs to its recipient', 'detail' => 'A relay has accepted it. Its link would work for anyone who reads it, so it is no longer shown.'],
    ],
    'server' => [
        'error' => ['title' => 'Something failed on our side', 'detail' => 'Nothing was half-written. The act\'s id finds it in the log.'],
    ],
    'authorization' => [
        'over' => ['title' => 'This request is over', 'detail' => 'Go back to the app and begin again there.'],
    ],
    'client' => [
        'secrets_full' => ['title' => 'The app has two secrets', 'detail' => 'Withdraw one of them first; two are enough for one to take the other’s place.'],
    ],
    'export' => [
        'narrowed' => ['title' => 'You may no longer see all of this file', 'detail' => 'Your apps or the fields you may see have changed since it was made. Make the export again.'],
    ],
    'key' => [
        'next_is_there' => ['title' => 'The next key is there already', 'detail' => 'It begins to sign once it has been in the key set for long enough.'],
    ],
];
