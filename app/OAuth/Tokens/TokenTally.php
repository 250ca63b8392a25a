<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Retention\Limit;

/**
 * How often something happened to an app in a day (UTC).
 *
 * @property string $app_key
 * @property string $day
 * @property string $what
 * @property int $times
 */
final class TokenTally extends Record
{
    use MassPrunable;

    protected $table = 'token_tallies';

    protected $primaryKey = 'app_key';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('day', '<', Limit::before('tallies')->format('Y-m-d'));
    }
}
