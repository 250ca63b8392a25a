<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;

/** By the apps an operator is bounded to. */
final readonly class AccountsInSight implements Sight
{
    public function __construct(private Caller $caller)
    {
    }

    public function within(Builder $rows, string $column = 'account_id'): Builder
    {
        $bounds = $this->caller->bounds();

        return $bounds === null ? $rows : $rows->whereIn($column, Account::query()->whereIn('app_key', $bounds)->select('id'));
    }

    public function includes(?string $accountId): bool
    {
        $bounds = $this->caller->bounds();

        return $bounds === null || ($accountId !== null && Account::query()->where('id', $accountId)->whereIn('app_key', $bounds)->exists());
    }
}
