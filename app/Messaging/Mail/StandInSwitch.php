<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Database\Record;

/**
 * Whether the stand-in relay answers, or plays one that is away.
 *
 * @property string $stand_in
 * @property StandInMode $mode
 * @property string $set_at
 */
final class StandInSwitch extends Record
{
    protected $table = 'stand_in_modes';

    protected $primaryKey = 'stand_in';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['mode' => StandInMode::class];
    }
}
