<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * One sign-up for an address that nobody has proven yet. The first is kept in the account's own row; the others bring their name,
 * password and fields along, and wait for their own link to be pressed.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property bool $is_founding whether the account's own row holds what it brought
 * @property string $app_key
 * @property string|null $browser_digest of the browser that signed up; null for a program
 * @property string|null $name
 * @property string|null $password_hash
 * @property array<string, bool|int|float|string|list<string>|null>|null $fields
 * @property string|null $terms_version
 * @property string $claimed_at
 */
final class Claim extends NumberedRecord
{
    protected $table = 'claims';

    protected $primaryKey = 'seq';

    protected $hidden = ['password_hash', 'browser_digest'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_founding' => 'boolean', 'fields' => 'array'];
    }
}
