<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Bulk;

use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Permissions\Permission;

/** What can be done to many accounts at once. */
enum BulkAct: string
{
    case Suspend = 'suspend';
    case Restore = 'restore';
    case Close = 'close';
    case Reopen = 'reopen';
    case RequirePassword = 'require_password';
    case SignOut = 'sign_out';
    case Verify = 'verify';
    case Resend = 'resend';
    case GiveRole = 'give_role';
    case TakeRole = 'take_role';
    case SetField = 'set_field';
    case SetMetadata = 'set_metadata';

    /** For how long it can be undone, where it can. */
    public const UNDOABLE_HOURS = 24;

    public function permission(): Permission
    {
        return match ($this) {
            self::SignOut => Permission::SessionsEnd,
            self::Resend => Permission::MessagesSend,
            self::GiveRole, self::TakeRole => Permission::RolesGive,
            default => Permission::AccountsManage,
        };
    }

    /** A session that ended stays ended, a message that went out is out, and an address that was vouched for may have been used. */
    public function isUndoable(): bool
    {
        return ! in_array($this, [self::SignOut, self::Verify, self::Resend], true);
    }

    /** Whether each account is sent a message, which takes its time to be written. */
    public function mails(): bool
    {
        return $this === self::Resend || $this->statusAct()?->transition()->tells !== null;
    }

    public function statusAct(): ?StatusAct
    {
        return match ($this) {
            self::Suspend => StatusAct::Suspend,
            self::Restore => StatusAct::Restore,
            self::Close => StatusAct::Close,
            self::Reopen => StatusAct::Reopen,
            self::Verify => StatusAct::Prove,
            default => null,
        };
    }

    /** The name of its events in the trail: those of the same act upon one account. */
    public function event(): string
    {
        return match ($this) {
            self::Suspend => 'account.suspended',
            self::Restore => 'account.restored',
            self::Close => 'account.closed',
            self::Reopen => 'account.reopened',
            self::RequirePassword => 'account.password_change_asked',
            self::SignOut => 'account.signed_out_everywhere',
            self::Verify => 'account.address_vouched_for',
            self::Resend => 'account.verification_resent',
            self::GiveRole => 'account.role_given',
            self::TakeRole => 'account.role_taken',
            self::SetField => 'account.fields_changed',
            self::SetMetadata => 'account.metadata_changed',
        };
    }
}
