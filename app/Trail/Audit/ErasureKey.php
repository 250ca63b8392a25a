<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Kennel\App\Foundation\Database\Record;

/**
 * The key of one account, under which the trail keeps what it says of its holder. It goes with the account.
 *
 * @property string $account_id
 * @property string $key 32 bytes, in base64
 */
final class ErasureKey extends Record
{
    protected $table = 'erasure_keys';

    protected $primaryKey = 'account_id';

    protected $hidden = ['key'];
}
