<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Pulses;

use Kennel\App\Foundation\Database\Record;

/**
 * When something that works unseen was last at work.
 *
 * @property string $name "mail" and "long" are the workers of these queues
 * @property string $beaten_at
 */
final class Pulse extends Record
{
    protected $table = 'pulses';

    protected $primaryKey = 'name';
}
