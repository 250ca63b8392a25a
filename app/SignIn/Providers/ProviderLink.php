<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * Somebody whom an outside provider knows is the holder of an account here.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $issuer
 * @property string $subject theirs at the provider for good
 * @property string $name of the provider, as it was called when they were linked
 * @property string|null $address theirs at the provider when they were linked
 * @property string|null $unknown_password SHA-256 of the hash the account was made with: while it is the account's, nobody knows its password
 * @property string $linked_at
 * @property bool $by_holder its holder made it, after a recent authentication; otherwise the provider's word did
 * @property string|null $used_at
 */
final class ProviderLink extends NumberedRecord
{
    protected $table = 'provider_links';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['by_holder' => 'boolean'];
    }
}
