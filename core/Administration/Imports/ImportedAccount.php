<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Text\EmailAddress;

/** A row that can become an account, or say something of one that is there. */
final readonly class ImportedAccount
{
    /**
     * @param  string  $hash  "" for an account without one
     * @param  string  $kind  of the hash, as a census names it
     * @param  string|null  $id  null for a new one
     * @param  \DateTimeImmutable|null  $provenAt  null for an address that is still to be proven
     * @param  list<string>|null  $roles  null where the file says nothing of them
     * @param  array<string, bool|int|float|string|list<string>|null>  $fields  by key
     * @param  array<string, MetadataDocument>  $metadata  by kind
     */
    public function __construct(
        public EmailAddress $email,
        public PersonName $name,
        public string $hash,
        public string $kind,
        public Status $status,
        public string $app,
        public ?\DateTimeImmutable $provenAt,
        public bool $mustChange,
        public \DateTimeImmutable $createdAt,
        public ?string $id = null,
        public ?string $statusReason = null,
        public ?array $roles = null,
        public string $terms = '',
        public ?string $language = null,
        public ?\DateTimeImmutable $seenAt = null,
        public array $fields = [],
        public array $metadata = [],
    ) {
    }
}
