<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** Whose accounts there are for whoever asks: the one scope for rows that belong to an account, for an operator who is bounded to some apps. */
interface Sight
{
    /**
     * @template T of Model
     *
     * @param  Builder<T>  $rows  with the id of an account; those that belong to none are nobody's who is bounded
     * @return Builder<T>
     */
    public function within(Builder $rows, string $column = 'account_id'): Builder;

    public function includes(?string $accountId): bool;
}
