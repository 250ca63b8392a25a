<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A signed token that counts no more, until it would have ended anyhow.
 *
 * @property string $id its jti
 * @property string $expires_at
 */
final class RevokedToken extends Record
{
    use MassPrunable;

    protected $table = 'revoked_tokens';

    protected $primaryKey = 'id';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
