<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Retention;

use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;

/** Deletes many rows in statements that are short each. */
final class Batches
{
    private const ROWS = 1_000;

    /**
     * @param  Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>  $rows
     * @return int how many
     */
    public static function delete(Builder|EloquentBuilder $rows, string $key = 'seq'): int
    {
        $deleted = 0;
        do {
            $some = $rows->clone()->limit(self::ROWS)->pluck($key)->all();
            // The condition once more: what was read may have changed since.
            $deleted += $some === [] ? 0 : $rows->clone()->whereIn($key, $some)->delete();
        } while (count($some) === self::ROWS);

        return $deleted;
    }

    /**
     * For tables whose key is several columns: one value of the first at a time.
     *
     * @param  Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>  $rows
     */
    public static function deleteBy(Builder|EloquentBuilder $rows, string $column): int
    {
        $deleted = 0;
        foreach ($rows->clone()->distinct()->pluck($column)->all() as $value) {
            $deleted += $rows->clone()->where($column, $value)->delete();
        }

        return $deleted;
    }
}
