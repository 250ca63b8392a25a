<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Accounts\Duties\Waivers;
use Kennel\App\Fields\FieldValues;
use Kennel\Core\Accounts\AccountFacts;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Accounts\Standing;

/** Gathers what standing depends on, for one account or a page of them, and asks the core. */
final readonly class Standings
{
    public function __construct(private FieldValues $fields, private Waivers $waivers, private DutyRules $rules)
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
        $fields = $this->fields->ofAll(array_column($accounts, 'seq'));
        $waived = $this->waivers->ofAll(array_column($accounts, 'id'));
        $standings = [];
        foreach ($accounts as $account) {
            $standings[$account->id] = Standing::of(new AccountFacts(
                $account->status,
                $account->email_proven_at !== null,
                $account->email,
                $account->app_key,
                $account->terms_version,
                $fields[$account->seq] ?? [],
                $waived[$account->id] ?? [],
                $account->password_owed,
            ), $this->rules);
        }

        return $standings;
    }
}
