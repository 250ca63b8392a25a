<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A first factor was proven; what is missing is the second. There is no session yet.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $token_digest
 * @property Surface $surface
 * @property bool $kept
 * @property string $proven_by the first factor
 * @property string $password_digest of the hash that was verified: another password since, and this is worth nothing
 * @property int $attempts
 * @property string $created_at
 * @property string $expires_at
 */
final class PendingSignin extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'pending_signins';

    protected $primaryKey = 'seq';

    protected $hidden = ['token_digest', 'password_digest'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['surface' => Surface::class, 'kept' => 'boolean', 'attempts' => 'integer'];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
