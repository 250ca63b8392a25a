<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Kennel\App\Platform\Database\Record;

/**
 * The hash of a password that was replaced.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $password_hash
 * @property string $replaced_at
 */
final class FormerPassword extends Record
{
    protected $table = 'password_history';

    protected $primaryKey = 'seq';
}
