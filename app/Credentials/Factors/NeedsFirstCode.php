<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/** A factor that counts once a first code of it was typed, and is forgotten where none was in time. */
trait NeedsFirstCode
{
    use MassPrunable;

    /** So long a holder has to type the first code, in minutes. */
    private const CONFIRMED_WITHIN = 60;

    /**
     * @param  Builder<self>  $factors
     * @return Builder<self>
     */
    public function scopeConfirmed(Builder $factors): Builder
    {
        return $factors->whereNotNull('confirmed_at');
    }

    /**
     * @param  Builder<self>  $factors
     * @return Builder<self> those whose first code can still be typed
     */
    public function scopeAwaited(Builder $factors, \DateTimeImmutable $now): Builder
    {
        return $factors->whereNull('confirmed_at')->where('created_at', '>', self::limit($now));
    }

    /** @return Builder<self> those nobody confirmed */
    public function prunable(): Builder
    {
        return self::query()->whereNull('confirmed_at')->where('created_at', '<', self::limit(Limit::now()));
    }

    private static function limit(\DateTimeImmutable $now): string
    {
        return Moment::write($now->modify('-'.self::CONFIRMED_WITHIN.' minutes'));
    }
}
