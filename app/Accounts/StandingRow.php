<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Accounts\Duties\Waivers;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Platform\Moment;
use Kennel\App\Roles\Assignments;
use Kennel\Core\Accounts\AccountFacts;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;

/** What standing depends on, as a part of statements that have to be one look: of an account called "a". */
final class StandingRow
{
    public static function columns(): string
    {
        return 'a.status, a.email_proven_at, a.email, a.app_key, a.terms_version, a.password_owed, a.factor_since, a.created_at, '
            .sprintf(FieldValues::SUBQUERY, 'a.seq').' AS fields, '.sprintf(Waivers::SUBQUERY, 'a.id').' AS waived, '.sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments';
    }

    /** @param  object{status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, factor_since: string|null, created_at: string, fields: string|null, waived: string, assignments: string}  $row  what columns() gave */
    public static function facts(object $row, DutyRules $rules): AccountFacts
    {
        return new AccountFacts(
            Status::from($row->status),
            $row->email_proven_at !== null,
            $row->email,
            $row->app_key,
            $row->terms_version,
            FieldValues::decode($row->fields),
            json_decode($row->waived, true, flags: JSON_THROW_ON_ERROR),
            PasswordOwed::from($row->password_owed),
            hasFactor: $row->factor_since !== null,
            since: Moment::read($row->created_at),
            // Read only where it matters: this is done at every request.
            held: $rules->factors === null || $rules->factors->roles === [] ? [] : Assignments::since($row->assignments, $rules->now),
        );
    }
}
