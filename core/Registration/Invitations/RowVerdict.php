<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What becomes of one row, before anything is sent: the same is decided again when it is. */
final readonly class RowVerdict
{
    /**
     * @param  list<Reason>  $reasons  why it is refused
     * @param  string|null  $mended  an address that was probably meant
     * @param  int|null  $line  of the row that has the same address, counted from 1
     * @param  list<string>  $roles  keys: promised, or given at once to who has an account
     * @param  array<string, bool|int|float|string|list<string>|null>  $fields
     */
    public function __construct(
        public Fate $fate,
        public string $app,
        public string $language,
        public ?EmailAddress $email = null,
        public ?PersonName $name = null,
        public array $reasons = [],
        public ?string $mended = null,
        public ?int $line = null,
        public array $roles = [],
        public array $fields = [],
        public ?KnownPerson $person = null,
    ) {
    }
}
