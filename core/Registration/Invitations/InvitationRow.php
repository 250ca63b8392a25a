<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** One row of a list of people to invite, as it was typed. */
final readonly class InvitationRow
{
    /**
     * @param  string|null  $app  null for the list's
     * @param  list<string>|null  $roles  keys; null for the list's
     * @param  string|null  $language  null for the list's
     * @param  array<array-key, mixed>  $fields  by key
     */
    public function __construct(
        public string $email,
        public string $name = '',
        public ?string $app = null,
        public ?array $roles = null,
        public ?string $language = null,
        public array $fields = [],
    ) {
    }
}
