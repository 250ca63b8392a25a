<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Database\Record;

/**
 * What a relay said it can take when it was last asked.
 *
 * @property string $relay_digest
 * @property bool $takes_utf8
 * @property string $asked_at
 */
final class RelayFact extends Record
{
    protected $table = 'relay_facts';

    protected $primaryKey = 'relay_digest';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['takes_utf8' => 'boolean'];
    }
}
