<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Foundation\Secrets\Secret;

/** What an operator has typed into the edit form; null for what stays as it is. */
final readonly class AccountEdit
{
    /**
     * @param  bool  $isVouchedFor  a new address is known to be the holder's
     * @param  string|null  $status  "active", "suspended" or "closed"; "active" restores or reopens
     * @param  array<array-key, mixed>  $fields  by key, those that change
     * @param  bool  $mustChange  a new password has to be changed after the next sign-in
     */
    public function __construct(
        public ?string $name,
        public ?string $email,
        public bool $isVouchedFor,
        public ?string $status,
        public array $fields,
        public ?Secret $password,
        public bool $mustChange,
        public string $why,
    ) {
    }

    public function isEmpty(): bool
    {
        return $this->name === null && $this->email === null && $this->status === null && $this->fields === [] && $this->password === null;
    }
}
