<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * An access token that says nothing by itself. Kept as a digest.
 *
 * @property int $seq
 * @property string $digest
 * @property int|null $authorization_seq null where an app asked for itself
 * @property string $app_key
 * @property string $scope
 * @property string $audience
 * @property string|null $key_thumbprint of the key that it needs (RFC 9449)
 * @property string $issued_at
 * @property string $expires_at
 */
final class AccessToken extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'access_tokens';

    protected $primaryKey = 'seq';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
