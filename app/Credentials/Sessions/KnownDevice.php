<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A device that an account has signed in on.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $mark
 * @property string $seen_at
 * @property string|null $trusted_until so long it is not asked for a second factor
 */
final class KnownDevice extends NumberedRecord
{
    protected $table = 'known_devices';

    protected $primaryKey = 'seq';
}
