<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * An authenticator app of an account. Its secret is sealed: whoever has the database alone can compute no code.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $name as its holder calls it
 * @property string $sealed the secret
 * @property int|null $last_step the newest that was used
 * @property string $created_at
 * @property string|null $confirmed_at null until a first code of it was typed
 * @property string|null $used_at
 */
final class Authenticator extends NumberedRecord
{
    use NeedsFirstCode;

    protected $table = 'authenticators';

    protected $primaryKey = 'seq';

    protected $hidden = ['sealed'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['last_step' => 'integer'];
    }
}
