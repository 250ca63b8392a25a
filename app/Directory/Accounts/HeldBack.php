<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Foundation\Database\Record;

/**
 * An address whose sign-in is held back.
 *
 * @property string $lookup_key
 * @property string $until
 * @property int $failures in a row
 * @property bool $is_ceiling whether waiting does not help: a new password does, or an operator
 */
final class HeldBack extends Record
{
    protected $table = 'held_back';

    protected $primaryKey = 'lookup_key';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['failures' => 'integer', 'is_ceiling' => 'boolean'];
    }
}
