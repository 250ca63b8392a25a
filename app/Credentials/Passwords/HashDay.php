<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Retention\Limit;

/**
 * How many hashes of a kind were stored at the end of a day.
 *
 * @property string $day
 * @property string $kind
 * @property int $accounts
 */
final class HashDay extends Record
{
    use MassPrunable;

    protected $table = 'hash_days';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('day', '<', Limit::before('tallies')->format('Y-m-d'));
    }
}
