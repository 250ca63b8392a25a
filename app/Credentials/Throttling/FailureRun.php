<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * Failures in a row of one account, or of an address that has none, by a keyed digest.
 *
 * @property string $account_key
 * @property int $failures
 * @property string $last_at
 */
final class FailureRun extends Record
{
    use MassPrunable;

    protected $table = 'failure_runs';

    protected $primaryKey = 'account_key';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['failures' => 'integer'];
    }

    /** @return Builder<self> what strangers typed and never came back to */
    public function prunable(): Builder
    {
        return self::query()->where('last_at', '<', Moment::write(Limit::before('signins')));
    }
}
