<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What an edit form changes; null for what stays. */
final readonly class EditPlan
{
    public function __construct(public ?PersonName $name, public ?EmailAddress $email, public ?StatusAct $act)
    {
    }
}
