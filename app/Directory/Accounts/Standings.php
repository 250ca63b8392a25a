<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Directory\Accounts\Duties\Waivers;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Standing;

/** Gathers what standing depends on, for one account or a page of them, and asks the core. */
final readonly class Standings
{
    public function __construct(private FieldValues $fields, private Waivers $waivers, private DutyRules $rules, private Assignments $assignments)
    {
    }

    public function of(Account $account): Standing
    {
        return $this->ofAll([$account])[$account->id];
    }

    /** From when on the rules ask for a second factor, were the account without one; null for never. */
    public function factorDueOf(Account $account): ?\DateTimeImmutable
    {
        return $this->rules->factorDueOf(new AccountFacts(
            $account->status,
            $account->email_proven_at !== null,
            appKey: $account->app_key,
            since: Moment::read($account->created_at),
            held: Assignments::standing($this->assignments->heldBy($account->id), $this->rules->now),
        ));
    }

    /**
     * @param  list<Account>  $accounts
     * @return array<string, Standing> by id
     */
    public function ofAll(array $accounts): array
    {
        $fields = $this->fields->ofAll(array_column($accounts, 'seq'));
        $waived = $this->waivers->ofAll(array_column($accounts, 'id'));
        $asksRoles = $this->rules->factors !== null && $this->rules->factors->roles !== [];
        $held = $asksRoles ? $this->assignments->heldByAll(array_column($accounts, 'id')) : [];
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
                hasFactor: $account->factor_since !== null,
                since: Moment::read($account->created_at),
                held: Assignments::standing($held[$account->id] ?? [], $this->rules->now),
            ), $this->rules);
        }

        return $standings;
    }
}
