<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Platform\Database\Record;

/**
 * An address whose sign-in is held back.
 *
 * @property string $lookup_key
 * @property string $until
 */
final class HeldBack extends Record
{
    protected $table = 'held_back';

    protected $primaryKey = 'lookup_key';
}
