<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Kennel\App\Foundation\Database\Record;

/**
 * A place on the network whose sign-ins are held back now.
 *
 * @property 'source'|'net'|'service' $kind
 * @property string $source as it is counted; "" for everybody
 * @property int $failures
 * @property string $until
 */
final class HeldSource extends Record
{
    protected $table = 'held_sources';

    protected $primaryKey = 'source';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['failures' => 'integer'];
    }
}
