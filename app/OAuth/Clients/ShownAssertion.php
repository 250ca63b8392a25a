<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * An assertion that an app showed: each counts once (RFC 7523 §3, "jti").
 *
 * @property string $digest
 * @property string $expires_at
 */
final class ShownAssertion extends Record
{
    use MassPrunable;

    protected $table = 'shown_assertions';

    protected $primaryKey = 'digest';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
