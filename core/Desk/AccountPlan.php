<?php

declare(strict_types=1);

namespace Kennel\Core\Desk;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Accounts\Status;

/** What an operator's new account is made of. */
final readonly class AccountPlan
{
    public function __construct(
        public PersonName $name,
        public EmailAddress $email,
        public FirstWayIn $way,
        public bool $isVouchedFor,
        public ?string $why,
    ) {
    }

    public function status(): Status
    {
        return $this->isVouchedFor ? Status::Active : Status::Pending;
    }
}
