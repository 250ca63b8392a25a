<?php

declare(strict_types=1);

namespace Kennel\Core\Desk;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Accounts\StatusAct;

/** What an edit form changes; null for what stays. */
final readonly class EditPlan
{
    public function __construct(public ?PersonName $name, public ?EmailAddress $email, public ?StatusAct $act)
    {
    }
}
