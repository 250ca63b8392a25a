<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\StandingRow;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Foundation\Identity\Access;

/**
 * What a decision needs of accounts, in a look each for up to a hundred: apps ask in the middle of their own requests. What duties leave of access is worked
 * out for those alone whom a role would allow anything. Reads the accounts table, which otherwise belongs to Accounts, as CurrentSession does.
 */
final readonly class AccessFacts
{
    public function __construct(private ImmediateSqliteConnection $database, private DutyRules $duties)
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
        /** @var list<object{id: string, role_key: string|null, until: string|null, app_key: string|null}> $rows */
        $rows = $accountIds === [] ? [] : $this->database->look('SELECT a.id, h.role_key, h.until, h.app_key FROM accounts a LEFT JOIN assignments h ON h.account_id = a.id WHERE a.id IN (SELECT value FROM json_each(?))', [json_encode($accountIds, JSON_THROW_ON_ERROR)]);
        foreach ($rows as $row) {
            $found[$row->id] ??= [];
            if ($row->role_key !== null) {
                $found[$row->id][] = new Assignment($row->role_key, $now, Moment::readOrNull($row->until), $row->app_key);
            }
        }

        return $found;
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, Access> by account
     */
    public function access(array $accountIds): array
    {
        $rows = $accountIds === [] ? [] : $this->database->look('SELECT '.StandingRow::columns().' FROM accounts a WHERE a.id IN (SELECT value FROM json_each(?))', [json_encode($accountIds, JSON_THROW_ON_ERROR)]);

        return array_map(static fn (Standing $one): Access => $one->access, StandingRow::standings($rows, $this->duties));
    }
}
