<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;

/** Accounts with a step ahead of them: how many, and those who wait longest. */
final class NextAccounts
{
    private const FIRST = 5;

    /**
     * @param  AccountNeed|list<string>  $who  or the ids of some
     * @param  string|null  $app  null for every app but some
     * @param  list<string>  $elsewhere  those
     * @param  list<string|null>  $languages  null for who has chosen none
     * @return array{count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    public function of(AccountNeed|array $who, ?string $app, array $elsewhere, array $languages): array
    {
        $rows = $who instanceof AccountNeed ? $who->narrow(Account::query()) : Account::query()->whereIn('id', $who);
        $app === null ? $rows->where(static fn (Builder $of) => $of->whereNull('app_key')->orWhereNotIn('app_key', $elsewhere)) : $rows->where('app_key', $app);
        $chosen = array_values(array_filter($languages, is_string(...)));
        $rows->where(static fn (Builder $of) => $of->whereIn('language', $chosen)->when(in_array(null, $languages, true), static fn (Builder $too) => $too->orWhereNull('language')));

        return [
            'count' => (clone $rows)->toBase()->count(),
            'first' => array_values($rows->orderBy('changed_at')->orderBy('seq')->limit(self::FIRST)->get(['id', 'email'])
                ->map(static fn (Account $one): array => ['account_id' => $one->id, 'recipient' => $one->email])->all()),
        ];
    }
}
