<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * One recovery code of an account, as a digest.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $digest
 * @property string $made_at
 * @property string|null $used_at
 */
final class StoredRecoveryCode extends NumberedRecord
{
    protected $table = 'recovery_codes';

    protected $primaryKey = 'seq';

    protected $hidden = ['digest'];
}
