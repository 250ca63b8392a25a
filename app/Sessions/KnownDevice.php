<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Kennel\App\Platform\Database\NumberedRecord;

/**
 * A device that an account has signed in on.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $mark
 * @property string $seen_at
 */
final class KnownDevice extends NumberedRecord
{
    protected $primaryKey = 'seq';
}
