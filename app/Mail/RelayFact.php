<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\Eloquent\Model;

/**
 * What a relay said it can take when it was last asked.
 *
 * @property string $relay_digest
 * @property bool $takes_utf8
 * @property string $asked_at
 */
final class RelayFact extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'relay_digest';

    protected $keyType = 'string';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['takes_utf8' => 'boolean'];
    }
}
