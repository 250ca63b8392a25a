<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Retention\Limit;

/**
 * One attempt to sign in. Whom and where is kept as keyed digests: enough to see what belongs together, and nothing to read.
 *
 * @property int $seq
 * @property int $at milliseconds since 1970
 * @property string $account_key
 * @property string $source_key
 * @property string $net_key
 * @property bool $is_known_device
 * @property 'in'|'refused'|'held' $outcome
 * @property string|null $account_id where there is such an account
 */
final class SigninAttempt extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'signin_attempts';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['at' => 'integer', 'is_known_device' => 'boolean'];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('at', '<', Limit::before('signins')->getTimestamp() * 1_000);
    }
}
