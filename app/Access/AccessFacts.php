<?php

declare(strict_types=1);

namespace Kennel\App\Access;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Duties\Waivers;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Roles\Assignments;
use Kennel\Core\Accounts\Access;
use Kennel\Core\Accounts\AccountFacts;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Standing;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Roles\Assignment;

/**
 * What a decision needs of accounts, in a look each for up to a hundred: apps ask in the middle of their own requests. What duties leave of access is worked
 * out for those alone whom a role would allow anything. Reads the accounts table, which otherwise belongs to Accounts, as CurrentSession does.
 */
final readonly class AccessFacts
{
    public function __construct(private ConnectionInterface $database, private DutyRules $duties)
    {
    }

    /**
     * @param  list<string>  $accountIds
     * @param  \DateTimeImmutable  $now  the very moment that is asked about
     * @return array<string, list<Assignment>> by account; one that is not there is left out
     */
    public function assignments(array $accountIds, \DateTimeImmutable $now): array
    {
        $found = [];
        foreach ($this->select('a.id, '.sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments', $accountIds) as $row) {
            $found[$row->id] = Assignments::decode($row->assignments, $now);
        }

        return $found;
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, Access> by account
     */
    public function access(array $accountIds): array
    {
        $columns = 'a.id, a.status, a.email_proven_at, a.email, a.app_key, a.terms_version, a.password_owed, a.hash_kind, '
            .sprintf(FieldValues::SUBQUERY, 'a.seq').' AS fields, '.sprintf(Waivers::SUBQUERY, 'a.id').' AS waived';
        $access = [];
        foreach ($this->select($columns, $accountIds) as $row) {
            $access[$row->id] = Standing::of(new AccountFacts(
                Status::from($row->status),
                $row->email_proven_at !== null,
                $row->email,
                $row->app_key,
                $row->terms_version,
                FieldValues::decode($row->fields),
                json_decode($row->waived, true, flags: JSON_THROW_ON_ERROR),
                PasswordOwed::from($row->password_owed),
                $row->hash_kind,
            ), $this->duties)->access;
        }

        return $access;
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<array-key, object{id: string, status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, hash_kind: string, fields: string|null, waived: string, assignments: string}>
     */
    private function select(string $columns, array $accountIds): array
    {
        /** @var array<array-key, object{id: string, status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, hash_kind: string, fields: string|null, waived: string, assignments: string}> $rows  as far as they were asked for */
        $rows = $accountIds === [] ? [] : $this->database->select("SELECT {$columns} FROM accounts a WHERE a.id IN (".implode(', ', array_fill(0, count($accountIds), '?')).')', $accountIds);

        return $rows;
    }
}
