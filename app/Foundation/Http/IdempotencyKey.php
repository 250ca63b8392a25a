<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A create that was asked for under a key, and what was answered.
 *
 * @property string $digest
 * @property string $request_digest keyed
 * @property int|null $status null until it was answered
 * @property string|null $body
 * @property string $created_at
 */
final class IdempotencyKey extends Record
{
    use MassPrunable;

    protected $table = 'idempotency_keys';

    protected $primaryKey = 'digest';

    /** @return Builder<self> whoever repeats a request does so at once */
    public function prunable(): Builder
    {
        return self::query()->where('created_at', '<', Moment::write(Limit::now()->modify('-1 day')));
    }
}
