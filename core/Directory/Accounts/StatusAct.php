<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** What changes the status of an account, and what the table of transitions says of each. */
enum StatusAct: string
{
    /** By whoever holds the address. */
    case Prove = 'prove';
    case Suspend = 'suspend';
    case Restore = 'restore';
    case Close = 'close';
    case Reopen = 'reopen';

    public function transition(): Transition
    {
        return match ($this) {
            self::Prove => new Transition(
                from: [Status::Pending],
                byHolder: true,
                byOperator: true,
                endsSessions: false,
                endsLinks: false,
                tells: null,
                undoneBy: null,
            ),
            self::Suspend => new Transition(
                from: [Status::Pending, Status::Active],
                byHolder: false,
                byOperator: true,
                endsSessions: true,
                endsLinks: false,
                tells: 'account_suspended',
                undoneBy: self::Restore,
            ),
            self::Restore => new Transition(
                from: [Status::Suspended],
                byHolder: false,
                byOperator: true,
                endsSessions: false,
                endsLinks: false,
                tells: 'account_restored',
                undoneBy: self::Suspend,
            ),
            self::Close => new Transition(
                from: [Status::Pending, Status::Active, Status::Suspended],
                byHolder: true,
                byOperator: true,
                endsSessions: true,
                endsLinks: true,
                tells: 'account_closed',
                undoneBy: self::Reopen,
            ),
            self::Reopen => new Transition(
                from: [Status::Closed],
                byHolder: false,
                byOperator: true,
                endsSessions: false,
                endsLinks: false,
                tells: 'account_reopened',
                undoneBy: self::Close,
            ),
        };
    }

    /** What an account becomes. Nobody's address is proven by being let in again. */
    public function to(bool $emailProven): Status
    {
        return match ($this) {
            self::Prove => Status::Active,
            self::Suspend => Status::Suspended,
            self::Close => Status::Closed,
            self::Restore, self::Reopen => $emailProven ? Status::Active : Status::Pending,
        };
    }
}
