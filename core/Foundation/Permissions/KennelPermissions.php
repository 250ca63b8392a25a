<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Permissions;

/** What one may do with Kennel itself. A door asks for nothing else, and a test holds it to that. */
final class KennelPermissions
{
    /** @var array<string, string> what each is for, by key */
    public const ALL = [
        'kennel:*' => 'Everything with Kennel, and whatever is added to it',
        'kennel:console' => 'Use the console',
        'kennel:accounts.read' => 'See and find accounts',
        'kennel:accounts.manage' => 'Make, mend, suspend, restore, close and import accounts',
        'kennel:accounts.export' => 'Take out files of accounts',
        'kennel:accounts.export_hashes' => 'Take out the hashes of passwords, for moving to another installation',
        'kennel:apps.read' => 'See which apps there are',
        'kennel:audit.read' => 'Read the audit trail',
        'kennel:decisions.ask' => 'Ask whether somebody may do something: for the backends of apps',
        'kennel:evidence.read' => 'See what acts left behind in the record, in mail and on the wire',
        'kennel:invitations.read' => 'See who is invited, and what became of it',
        'kennel:invitations.send' => 'Invite people, send invitations again and withdraw them',
        'kennel:messages.read' => 'Read messages and why they have not arrived',
        'kennel:messages.send' => 'Send messages again, and links to reset or verify',
        'kennel:passwords.read' => 'See the census of hashes and how hashing is measured',
        'kennel:passwords.manage' => 'Measure hashing, wrap hashes',
        'kennel:roles.read' => 'See roles, who holds them, and why somebody may or may not',
        'kennel:roles.give' => 'Give and take roles that give no more over Kennel than one has oneself',
        'kennel:roles.manage' => 'Make, change and delete roles, permissions and exclusions',
        'kennel:rules.read' => 'Read the rule book, its drafts and cases',
        'kennel:rules.manage' => 'Draft and publish rules, save cases',
        'kennel:sessions.read' => 'See who is signed in',
        'kennel:sessions.end' => 'End the sessions of others',
        'kennel:signups.read' => 'See how sign-ups go and where they are given up',
    ];
}
