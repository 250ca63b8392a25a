<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * That an operator has asked for the removal of somebody's factors. It is carried out when it is due, unless somebody stops it.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $asked_by
 * @property string $asked_by_name
 * @property string $reason
 * @property string $asked_at
 * @property string $due_at
 * @property string|null $ended_at
 * @property string|null $ended_by 'carried out', 'holder' or 'operator'
 */
final class FactorReset extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'factor_resets';

    protected $primaryKey = 'seq';

    /**
     * @param  Builder<self>  $resets
     * @return Builder<self>
     */
    public function scopeOpen(Builder $resets): Builder
    {
        return $resets->whereNull('ended_at');
    }

    /** @return Builder<self> the trail knows of it for good */
    public function prunable(): Builder
    {
        return self::query()->where('ended_at', '<', Moment::write(Limit::before('challenges')));
    }
}
