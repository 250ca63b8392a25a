<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Permissions;

/** What one may do with Kennel itself. An endpoint asks for nothing else. */
enum Permission: string
{
    case Everything = 'kennel:*';
    case Console = 'kennel:console';
    case AccountsRead = 'kennel:accounts.read';
    case AccountsManage = 'kennel:accounts.manage';
    case AccountsExport = 'kennel:accounts.export';
    case AccountsExportHashes = 'kennel:accounts.export_hashes';
    case AppsRead = 'kennel:apps.read';
    case AuditRead = 'kennel:audit.read';
    case DecisionsAsk = 'kennel:decisions.ask';
    case EvidenceRead = 'kennel:evidence.read';
    case InvitationsRead = 'kennel:invitations.read';
    case InvitationsSend = 'kennel:invitations.send';
    case MessagesRead = 'kennel:messages.read';
    case MessagesSend = 'kennel:messages.send';
    case PasswordsRead = 'kennel:passwords.read';
    case PasswordsManage = 'kennel:passwords.manage';
    case RolesRead = 'kennel:roles.read';
    case RolesGive = 'kennel:roles.give';
    case RolesManage = 'kennel:roles.manage';
    case RulesRead = 'kennel:rules.read';
    case RulesManage = 'kennel:rules.manage';
    case SessionsRead = 'kennel:sessions.read';
    case SessionsEnd = 'kennel:sessions.end';
    case SignupsRead = 'kennel:signups.read';

    /** What it is for, in the words of the console. */
    public function about(): string
    {
        return match ($this) {
            self::Everything => 'Everything with Kennel, and whatever is added to it',
            self::Console => 'Use the console',
            self::AccountsRead => 'See and find accounts',
            self::AccountsManage => 'Make, mend, suspend, restore, close and import accounts',
            self::AccountsExport => 'Take out files of accounts',
            self::AccountsExportHashes => 'Take out the hashes of passwords, for moving to another installation',
            self::AppsRead => 'See which apps there are',
            self::AuditRead => 'Read the audit trail',
            self::DecisionsAsk => 'Check what an account may do, for app backends',
            self::EvidenceRead => 'See what acts left behind in the record, in mail and on the wire',
            self::InvitationsRead => 'See who is invited, and what became of it',
            self::InvitationsSend => 'Invite people, send invitations again and withdraw them',
            self::MessagesRead => 'Read messages and why they have not arrived',
            self::MessagesSend => 'Send messages again, and links to reset or verify',
            self::PasswordsRead => 'See the census of hashes and how hashing is measured',
            self::PasswordsManage => 'Measure hashing, wrap hashes',
            self::RolesRead => 'See roles, their holders, and why an account has or lacks access',
            self::RolesGive => 'Give and take roles that give no more over Kennel than one has oneself',
            self::RolesManage => 'Make, change and delete roles, permissions and exclusions',
            self::RulesRead => 'Read the rule book, its drafts and cases',
            self::RulesManage => 'Draft and publish rules, save cases',
            self::SessionsRead => 'See who is signed in',
            self::SessionsEnd => 'End the sessions of others',
            self::SignupsRead => 'See how sign-ups go and where they are given up',
        };
    }

    /** @return array<string, string> what each is for, by key */
    public static function catalogue(): array
    {
        return array_combine(array_column(self::cases(), 'value'), array_map(static fn (self $one): string => $one->about(), self::cases()));
    }
}
