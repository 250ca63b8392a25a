<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Foundation\Database\Record;

/**
 * How long verifying a hash of a kind took on a machine.
 *
 * @property string $machine
 * @property string $kind
 * @property float $seconds
 * @property string $measured_at
 */
final class HashTime extends Record
{
    protected $table = 'hash_times';
}
