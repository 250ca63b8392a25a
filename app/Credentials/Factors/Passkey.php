<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A passkey of an account: the public half of a key pair whose private half never leaves the holder's device.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $name as its holder calls it
 * @property string $credential_id base64url
 * @property string $public_key COSE, base64
 * @property int $algorithm as COSE numbers them
 * @property int $sign_count
 * @property bool $is_backup_eligible whether it can be copied to the holder's other devices
 * @property bool $is_backed_up
 * @property string $created_at
 * @property string|null $used_at
 */
final class Passkey extends NumberedRecord
{
    protected $table = 'passkeys';

    protected $primaryKey = 'seq';

    protected $hidden = ['public_key'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['algorithm' => 'integer', 'sign_count' => 'integer', 'is_backup_eligible' => 'boolean', 'is_backed_up' => 'boolean'];
    }

    public function key(): string
    {
        return (string) base64_decode($this->public_key, true);
    }
}
