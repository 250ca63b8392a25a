<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Metadata\MetadataDocument;

/** What an import changes of an account that is there. */
final readonly class AccountUpdate
{
    /**
     * @param  PersonName|null  $name  null for the one it has
     * @param  list<string>  $roles  to be given
     * @param  array<string, bool|int|float|string|list<string>>  $fields  by key
     * @param  array<string, MetadataDocument>  $metadata  whole, by kind
     * @param  array<string, mixed>  $fieldsBefore  of those that change
     * @param  array<string, MetadataDocument>  $metadataBefore  of those that change
     */
    public function __construct(public ?PersonName $name, public array $roles, public array $fields, public array $metadata, public array $fieldsBefore, public array $metadataBefore)
    {
    }

    public function isEmpty(): bool
    {
        return $this->parts() === [];
    }

    /** @return list<string> what it changes: "name", "roles", fields by key, metadata by kind */
    public function parts(): array
    {
        return [...$this->name === null ? [] : ['name'], ...$this->roles === [] ? [] : ['roles'], ...array_keys($this->fields), ...array_keys($this->metadata)];
    }
}
