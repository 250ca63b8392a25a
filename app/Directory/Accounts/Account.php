<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Kennel\App\Directory\Accounts\Duties\DutyWaiver;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;

/**
 * One person's record.
 *
 * @property int $seq
 * @property string $id
 * @property string|null $app_key
 * @property 'signup'|'import'|'installation'|'operator'|'invitation'|'provider' $came_by
 * @property string $name
 * @property string $email
 * @property string $lookup_key
 * @property Status $status
 * @property string|null $status_reason
 * @property string|null $email_proven_at
 * @property string $terms_version
 * @property string|null $completed_at
 * @property string $password_hash
 * @property PasswordOwed $password_owed
 * @property string|null $password_until
 * @property string|null $factor_since since when it has had a second factor
 * @property string $hash_kind
 * @property string $created_at
 * @property string $changed_at
 * @property string $seen_at
 * @property string|null $closed_at
 * @property string|null $language
 * @property int $version
 */
final class Account extends NumberedRecord
{
    protected $table = 'accounts';

    protected $primaryKey = 'seq';

    protected $hidden = ['password_hash'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['status' => Status::class, 'password_owed' => PasswordOwed::class, 'version' => 'integer'];
    }

    /** @return HasMany<DutyWaiver, $this> */
    public function waivers(): HasMany
    {
        return $this->hasMany(DutyWaiver::class, 'account_id', 'id');
    }

    /** Signed up for, and not yet proven to be anybody's. */
    public function isUnproven(): bool
    {
        return $this->status === Status::Pending && $this->email_proven_at === null;
    }

    /** @return array{id: string, name: string} as the trail names it */
    public function reference(): array
    {
        return ['id' => $this->id, 'name' => $this->name];
    }
}
