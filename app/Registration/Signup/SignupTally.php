<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Retention\Limit;

/**
 * How often something happened on a day. No row is of a person.
 *
 * @property string $day
 * @property string $app_key
 * @property 'opened'|'refused'|'password_length' $what
 * @property string $detail
 * @property int $tally
 */
final class SignupTally extends Record
{
    use MassPrunable;

    protected $table = 'signup_tallies';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('day', '<', Limit::before('tallies')->format('Y-m-d'));
    }
}
