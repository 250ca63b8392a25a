<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * What an app asked for, while its person signs in and agrees; or what it pushed before (RFC 9126).
 *
 * @property int $seq
 * @property string $digest
 * @property string $app_key
 * @property string $parameters
 * @property bool $is_pushed
 * @property string $created_at
 * @property string $expires_at
 */
final class PendingAuthorization extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'authorization_requests';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_pushed' => 'boolean'];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
