<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What an operator's new account is made of. */
final readonly class AccountPlan
{
    /**
     * @param  array<string, bool|int|float|string|list<string>|null>  $fields
     * @param  array<string, MetadataDocument>  $metadata  by the kind of document
     * @param  list<string>|null  $roles  null for the default ones
     */
    public function __construct(
        public PersonName $name,
        public EmailAddress $email,
        public FirstWayIn $way,
        public bool $isVouchedFor,
        public ?string $why,
        public bool $isSuspended = false,
        public array $fields = [],
        public array $metadata = [],
        public ?array $roles = null,
        public bool $mustChange = true,
    ) {
    }

    public function status(): Status
    {
        return match (true) {
            $this->isSuspended => Status::Suspended,
            $this->isVouchedFor => Status::Active,
            default => Status::Pending,
        };
    }
}
