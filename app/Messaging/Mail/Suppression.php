<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Database\Record;

/**
 * An address that nothing is sent to: a server said that there is nobody.
 *
 * @property string $address_key
 * @property string $said
 * @property string $since
 * @property string|null $account_id
 */
final class Suppression extends Record
{
    protected $table = 'suppressions';

    protected $primaryKey = 'address_key';
}
