<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * What strangers caused in one hour, from one source, to one account.
 *
 * @property string $hour such as "2026-05-01T12"
 * @property string $event
 * @property string $source
 * @property string $account_id "" for nobody's
 * @property int $tally
 */
final class StrangerTally extends Record
{
    use MassPrunable;

    protected $table = 'stranger_tallies';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('hour', '<', substr(Moment::write(Limit::before('refusals')), 0, 13));
    }
}
