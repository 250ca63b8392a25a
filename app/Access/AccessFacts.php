<?php

declare(strict_types=1);

namespace Kennel\App\Access;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\StandingRow;
use Kennel\App\Roles\Assignments;
use Kennel\Core\Accounts\Access;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Accounts\Standing;
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
        foreach ($this->select(sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments', $accountIds) as $row) {
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
        $access = [];
        foreach ($this->select(StandingRow::columns(), $accountIds) as $row) {
            $access[$row->id] = Standing::of(StandingRow::facts($row), $this->duties)->access;
        }

        return $access;
    }

    /**
     * @param  string  $columns  beside the id
     * @param  list<string>  $accountIds
     * @return array<array-key, object{id: string, status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, fields: string|null, waived: string, assignments: string}>
     */
    private function select(string $columns, array $accountIds): array
    {
        /** @var array<array-key, object{id: string, status: string, email_proven_at: string|null, email: string, app_key: string|null, terms_version: string, password_owed: string, fields: string|null, waived: string, assignments: string}> $rows  as far as they were asked for */
        $rows = $accountIds === [] ? [] : $this->database->select('SELECT a.id, '.$columns.' FROM accounts a WHERE a.id IN ('.implode(', ', array_fill(0, count($accountIds), '?')).')', $accountIds);

        return $rows;
    }
}
