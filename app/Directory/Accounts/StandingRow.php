<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Directory\Accounts\Duties\Waivers;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;

/**
 * What standing depends on, as a part of statements that have to be one look: of an account called "a".
 *
 * @phpstan-type Row object{account_id: string, status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, factor_since: string|null, created_at: string, fields: string|null, assignments: string}
 */
final class StandingRow
{
    public static function columns(): string
    {
        return 'a.id AS account_id, a.status, a.email_proven_at, a.email, a.app_key, a.terms_version, a.password_owed, a.factor_since, a.created_at, '
            .sprintf(FieldValues::SUBQUERY, 'a.seq').' AS fields, '.sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments';
    }

    /** @param  Row  $row  what columns() gave */
    public static function standing(object $row, DutyRules $rules): Standing
    {
        return self::standings([$row], $rules)[$row->account_id];
    }

    /**
     * Who owes nothing was let off nothing either, and that is nearly everybody: what was waived is read of the others alone.
     *
     * @param  list<Row>  $rows
     * @return array<string, Standing> by account
     */
    public static function standings(array $rows, DutyRules $rules): array
    {
        $standings = $owing = [];
        foreach ($rows as $row) {
            $facts = self::facts($row, $rules);
            $standings[$row->account_id] = Standing::of($facts, $rules);
            if ($standings[$row->account_id]->owed !== []) {
                $owing[$row->account_id] = $facts;
            }
        }
        foreach ($owing === [] ? [] : app(Waivers::class)->ofAll(array_map(strval(...), array_keys($owing))) as $accountId => $waived) {
            $standings[$accountId] = Standing::of($owing[$accountId]->letOff($waived), $rules);
        }

        return $standings;
    }

    /** @param  Row  $row */
    private static function facts(object $row, DutyRules $rules): AccountFacts
    {
        return new AccountFacts(
            Status::from($row->status),
            $row->email_proven_at !== null,
            $row->email,
            $row->app_key,
            $row->terms_version,
            FieldValues::decode($row->fields),
            passwordOwed: PasswordOwed::from($row->password_owed),
            hasFactor: $row->factor_since !== null,
            since: Moment::read($row->created_at),
            // Read only where it matters: this is done at every request.
            held: $rules->factors === null || $rules->factors->roles === [] ? [] : Assignments::since($row->assignments, $rules->now),
        );
    }
}
