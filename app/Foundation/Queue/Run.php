<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Queue;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Moment;

/** For the record of long work that is begun once, done in steps, and ends as done, cancelled or failed. */
trait Run
{
    /**
     * @param  Builder<static>  $runs
     * @return Builder<static> waiting or at work
     */
    public function scopeLive(Builder $runs): Builder
    {
        return $runs->whereIn('state', ['queued', 'running']);
    }

    /** Ends one that is not over yet; of another nothing is changed. */
    public static function end(string $id, string $state, \DateTimeImmutable $now): void
    {
        static::query()->live()->whereKey($id)->update(['state' => $state, 'finished_at' => Moment::write($now)]);
    }
}
