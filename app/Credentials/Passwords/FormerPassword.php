<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * The hash of a password that was replaced.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $password_hash
 * @property string $replaced_at
 */
final class FormerPassword extends NumberedRecord
{
    protected $table = 'password_history';

    protected $primaryKey = 'seq';
}
