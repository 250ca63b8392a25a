<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A device without a keyboard waits for somebody to let it in (RFC 8628). Its two codes are kept as digests.
 *
 * @property int $seq
 * @property string $id
 * @property string $device_digest
 * @property string $user_digest
 * @property string $app_key
 * @property string $scope
 * @property string $resources
 * @property string $source
 * @property 'waiting'|'allowed'|'denied' $state
 * @property int|null $authorization_seq
 * @property int $interval
 * @property string|null $polled_at
 * @property string $created_at
 * @property string $expires_at
 */
final class DeviceRequest extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'device_requests';

    protected $primaryKey = 'seq';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
