<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Roles\Assignment as Held;

/**
 * A role that an account held once, until when, and who ended it.
 *
 * @property int $seq
 * @property string $account_id
 * @property string $role_key
 * @property string|null $app_key
 * @property string $assigned_by
 * @property string $why
 * @property string $assigned_at
 * @property string $until
 * @property string|null $ended_by null where its time was over
 * @property string $ended_why
 */
final class PastAssignment extends NumberedRecord
{
    protected $table = 'past_assignments';

    protected $primaryKey = 'seq';

    public function toCore(): Held
    {
        return new Held($this->role_key, Moment::read($this->assigned_at), Moment::read($this->until), $this->app_key, $this->assigned_by, $this->why);
    }
}
