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
 * What a decision needs of accounts, in one look: apps ask in the middle of their own requests. Reads the accounts table, which otherwise belongs to
 * Accounts, as CurrentSession does.
 */
final readonly class AccessFacts
{
    public function __construct(private ConnectionInterface $database, private DutyRules $duties)
    {
    }

    /**
     * @param  list<string>  $accountIds
     * @param  \DateTimeImmutable  $now  the very moment that is asked about
     * @return array<string, array{access: \Closure(): Access, assignments: list<Assignment>}> by account; one that is not there is left out. What access is
     *                                                                                     left by duties is worked out where a role would allow anything at all
     */
    public function of(array $accountIds, \DateTimeImmutable $now): array
    {
        if ($accountIds === []) {
            return [];
        }
        $rows = $this->database->select(
            'SELECT a.id, a.status, a.email_proven_at, a.email, a.app_key, a.terms_version, a.password_owed, a.hash_kind, '
            .sprintf(FieldValues::SUBQUERY, 'a.seq').' AS fields, '.sprintf(Waivers::SUBQUERY, 'a.id').' AS waived, '.sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments
             FROM accounts a WHERE a.id IN ('.implode(', ', array_fill(0, count($accountIds), '?')).')',
            $accountIds,
        );
        $facts = [];
        foreach ($rows as $row) {
            $facts[$row->id] = ['access' => fn (): Access => $this->access($row), 'assignments' => Assignments::decode($row->assignments, $now)];
        }

        return $facts;
    }

    private function access(object $row): Access
    {
        $columns = get_object_vars($row);

        return Standing::of(new AccountFacts(
            Status::from($columns['status']),
            $columns['email_proven_at'] !== null,
            $columns['email'],
            $columns['app_key'],
            $columns['terms_version'],
            FieldValues::decode($columns['fields']),
            json_decode($columns['waived'], true, flags: JSON_THROW_ON_ERROR),
            PasswordOwed::from($columns['password_owed']),
            $columns['hash_kind'],
        ), $this->duties)->access;
    }
}
