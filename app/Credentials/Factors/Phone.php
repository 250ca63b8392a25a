<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A telephone of an account that codes are sent to. The last code is kept as a keyed digest, until it is used, runs out or is followed by another.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $number E.164
 * @property string|null $code_digest
 * @property string|null $code_expires_at
 * @property int $code_attempts
 * @property string $texted_at when the last code was sent
 * @property string $created_at
 * @property string|null $confirmed_at null until a first code was typed
 * @property string|null $used_at
 */
final class Phone extends NumberedRecord
{
    use NeedsFirstCode;

    protected $table = 'phones';

    protected $primaryKey = 'seq';

    protected $hidden = ['code_digest'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['code_attempts' => 'integer'];
    }

    /** Its last figures alone: enough to know one's own by. */
    public function masked(): string
    {
        return '•••• '.substr($this->number, -2);
    }
}
