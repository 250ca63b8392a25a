<?php

declare(strict_types=1);

namespace Kennel\App\Roles;

use Kennel\App\Platform\Database\Record;

/**
 * A role that an account holds, and who gave it.
 *
 * @property string $account_id
 * @property string $role_key
 * @property string $assigned_by
 * @property string $why
 * @property string $assigned_at
 */
final class Assignment extends Record
{
    protected $table = 'assignments';
}
