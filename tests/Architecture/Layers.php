<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

/**
 * The map of this house, from the ground up. A capability may use what is in the lines above its own, and nothing beside or below it.
 * Arrows holds the code against it, in bin/lint.
 */
final class Layers
{
    /** The rules: what is decided. */
    public const CORE = [
        [
            'Text' => 'what is the same text, and how it is searched',
            'Secrets' => 'values that cannot be printed, tokens, randomness as a parameter',
            'Reasons' => 'why something is refused',
            'Documents' => 'how a rule is read, bounded and described',
            'Outgoing' => 'which addresses may be called',
            'Audit' => 'what differs between two states, and what of it may be seen',
            'Roles' => 'permissions, roles that include roles, whom an operator reaches',
        ],
        [
            'Fields' => 'what apps ask of people: types, choices, values',
            'Pictures' => 'what is a picture',
            'Sessions' => 'how long a session lasts, and by what it was proven',
            'Passkeys' => 'what authenticators answer (WebAuthn): CBOR, keys, the two ceremonies',
            'Providers' => 'outside OpenID providers: their documents, the trip there, ID tokens',
            'Factors' => 'second factors: codes of authenticator apps, recovery codes, of whom one is demanded',
            'Challenges' => 'whether a link still proves anything',
            'Verification' => 'how long links and codes work, how often one is sent',
            'Retention' => 'how long rows stay',
            'Throttling' => 'how often is too often',
        ],
        [
            'Accounts' => 'addresses, names, status, duties, standing',
            'Metadata' => 'free JSON: its bounds, merge patches, what it is found by',
        ],
        [
            'Apps' => 'look, admission, discretion',
            'Passwords' => 'policy, guesses, hashes and their schemes, calibration, census',
            'Mail' => 'which addresses can be reached, when to try again',
            'Finding' => 'which accounts are meant: conditions, and how they compare',
            'Access' => 'who may do what, by which ways; what becomes of it when roles are edited',
            'SigningKeys' => 'keys that tokens are signed by: their turns, what verifies (JOSE)',
        ],
        [
            'Clients' => 'what an app is registered with to come to tokens',
            'Disclosure' => 'who is handed what of an account',
            'Wording' => 'what messages say: templates, their variables, how they look',
            'Signup' => 'what becomes of a sign-up; forms against bots; terms',
            'Signin' => 'what becomes of a sign-in',
            'Imports' => 'what becomes of a row',
            'Exports' => 'which columns a file has; no text is a formula',
            'Desk' => 'what an operator may make an account of',
        ],
        ['Tokens' => 'what apps ask for and are answered (OAuth, OpenID Connect)'],
        ['Invitations' => 'what becomes of each row of a list of people; what an invitation still gives'],
        [
            'Rules' => 'the rule book as a whole: reading, comparing, merging',
            'Bulk' => 'what can be done to many accounts, and undone',
        ],
        [
            'Impact' => 'what one rule book says otherwise than another',
            'Rehearsals' => 'journeys: their steps, what is expected of each, the ones that ship',
            'Guidance' => 'what published guidance says of a rule',
        ],
        ['Cases' => 'saved verdicts, held against a rule book'],
    ];

    /** The shell: what is done, each in a transaction. */
    public const APP = [
        ['Platform' => 'what every capability needs and that knows none: who asks, clock, refusals, paging, queues, retention, throttles'],
        [
            'Evidence' => 'what acts cause, for the dock',
            'Roles' => 'roles and what they carry; who holds them',
        ],
        ['Audit' => 'the trail; what strangers do, counted'],
        ['Pictures' => 'pictures, drawn anew and kept'],
        [
            'Fields' => 'values of fields',
            'Metadata' => 'documents of free JSON',
        ],
        [
            'Accounts' => 'the record: finding, adding, changing under a version; duties and waivers; whom an operator may touch',
            'Apps' => 'registered apps',
        ],
        ['Wording' => 'the words of each message: one\'s own, or those that ship'],
        [
            'Sessions' => 'opening, ending, and the one of this request',
            'Mail' => 'the outbox, the relay',
            'Challenges' => 'links that prove something',
        ],
        ['Throttling' => 'brakes on guessing: counted, drawn, released; what was tried at sign-in'],
        [
            'Passwords' => 'setting, changing, brakes; hashes wrapped, counted, calibrated',
            'Rules' => 'revisions, drafts, what is in force',
        ],
        [
            'Disclosure' => 'what of accounts goes out, to whom; what holders agree to; directories',
            'Verification' => 'claims, and whose an address is',
            'Factors' => 'second factors: kept, shown, lost; sign-ins that wait for one',
            'Status' => 'suspending, closing, and what goes with it',
        ],
        [
            'Clients' => 'apps that show who they are',
            'SigningKeys' => 'the keys that tokens are signed by, sealed',
        ],
        ['Invitations' => 'offers of an account: sent, accepted, withdrawn'],
        [
            'Signup' => 'making an account of a form',
            'Signin' => 'opening a session for a password',
            'Recovery' => 'a new password for who lost one, or is made to choose one',
            'Imports' => 'making accounts of a file',
            'Profile' => 'what holders change of their own',
            'Desk' => 'what operators do to accounts',
            'Access' => 'roles made and given; why somebody may; what apps ask',
        ],
        ['Tokens' => 'letting apps in: codes, tokens, devices; what was agreed to'],
        ['Providers' => 'signing in by an outside provider: the trip there, whose account it is, links'],
        [
            'Impact' => 'a draft, run over all accounts; whom words go to next',
            'Bulk' => 'acts upon many accounts: checked, done, undone',
            'Exports' => 'files of accounts, taken out',
        ],
        ['Cases' => 'saved cases'],
        ['Rehearsals' => 'worlds beside the real one in which journeys are played; journeys kept as cases'],
        ['Publishing' => 'putting a draft into force'],
        [
            'Checks' => 'whether the installation is sound, side by side',
            'Installation' => 'the first app and keeper; backup and restore',
        ],
        [
            'Http' => 'the doors: status codes live here and nowhere else',
            'Console' => 'the commands: doors as well',
        ],
    ];
}
