<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

/**
 * The map of this house: twelve areas, from the ground up, with the same names in core, app and tests. An area uses what stands above it in this list, and
 * nothing beside or below it. Arrows holds the code against it, in bin/lint.
 */
final class Layers
{
    public const AREAS = [
        'Foundation' => 'what every area needs and that knows none: text, secrets, reasons, clock, paging, queues, who asks, the rules in force',
        'Trail' => 'the audit log, and what each request caused',
        'Directory' => 'accounts, their fields, metadata and pictures; apps; roles; who sees what',
        'Messaging' => 'mail: its words, its queue, its relay',
        'Credentials' => 'passwords, second factors, passkeys, sessions, challenges, throttles',
        'Authorization' => 'giving and taking roles, why someone may do something, administrators',
        'Registration' => 'sign-up, invitations, verification of addresses',
        'SignIn' => 'signing in, recovery, outside providers',
        'OAuth' => 'client apps, signing keys, authorizations, tokens',
        'Policy' => 'the rule book: drafts, impact, cases, publication, simulations, guidance',
        'Administration' => 'what operators do to accounts, one or many; imports and exports; what users change of their own',
        'Operations' => 'installation, checks, console commands, the pages',
    ];

    /** Neither knows the other. */
    public const BESIDE = ['SignIn', 'OAuth'];
}
