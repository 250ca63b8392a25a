<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Fields\FieldValues;
use Kennel\Core\Accounts\AccountFacts;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Accounts\Standing;

/** Gathers what standing depends on, for one account or a page of them, and asks the core. */
final readonly class Standings
{
    public function __construct(private ConnectionInterface $database, private DutyRules $rules)
    {
    }

    public function of(Account $account): Standing
    {
        return $this->ofAll([$account])[$account->id];
    }

    /**
     * @param  list<Account>  $accounts
     * @return array<string, Standing> by id
     */
    public function ofAll(array $accounts): array
    {
        if ($accounts === []) {
            return [];
        }
        $parts = [];
        foreach ($this->database->table('field_values')->whereIn('account_seq', array_column($accounts, 'seq'))->orderBy('account_seq')->orderBy('field_key')->orderBy('position')->get() as $row) {
            $parts[$row->account_seq][] = [$row->field_key, (int) $row->position, json_decode($row->value, true)];
        }
        $waived = $this->database->table('duty_waivers')->whereIn('account_id', array_column($accounts, 'id'))->get()->groupBy('account_id');
        $standings = [];
        foreach ($accounts as $account) {
            $standings[$account->id] = Standing::of(new AccountFacts(
                $account->status,
                $account->email_proven_at !== null,
                $account->email,
                $account->app_key,
                $account->terms_version,
                FieldValues::assemble($parts[$account->seq] ?? []),
                array_values($waived->get($account->id)?->pluck('subject')->all() ?? []),
                $account->password_owed,
            ), $this->rules);
        }

        return $standings;
    }
}
