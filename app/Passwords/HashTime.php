<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Database\Eloquent\Model;

/**
 * How long verifying a hash of a kind took on a machine.
 *
 * @property string $machine
 * @property string $kind
 * @property float $seconds
 * @property string $measured_at
 */
final class HashTime extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];
}
