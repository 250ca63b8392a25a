<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Kennel\App\Foundation\Database\Record;

/**
 * One thing that an operator has let somebody off.
 *
 * @property string $account_id
 * @property string $subject
 * @property string $waived_by
 * @property string $why
 * @property string $waived_at
 */
final class DutyWaiver extends Record
{
    protected $table = 'duty_waivers';
}
