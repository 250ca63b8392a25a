<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Foundation\Secrets\Secret;

/** What an operator has typed of an account that is to be made. */
final readonly class AccountInput
{
    /**
     * @param  bool  $isVouchedFor  the operator knows that the address is the holder's
     * @param  string  $why  needed for vouching, and for one that begins suspended; goes into the trail
     * @param  bool  $isSuspended  it begins suspended
     * @param  array<array-key, mixed>  $fields  by key
     * @param  array<string, string>  $metadata  JSON, by the kind of document
     * @param  list<string>|null  $roles  null for the default ones
     * @param  Secret|null  $password  for the way "typed"
     * @param  bool  $mustChange  a typed password has to be changed after the first sign-in
     */
    public function __construct(
        public string $name,
        public string $email,
        public string $way,
        public bool $isVouchedFor,
        public string $why,
        public bool $isSuspended = false,
        public array $fields = [],
        public array $metadata = [],
        public ?array $roles = null,
        public ?Secret $password = null,
        public bool $mustChange = true,
    ) {
    }
}
