<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Foundation\Secrets\Secret;

/** What a person has typed so far. Null is a box that was not sent. */
final readonly class SignupInput
{
    /**
     * @param  array<array-key, mixed>  $fields  by key
     * @param  string|null  $terms  the version that was accepted
     */
    public function __construct(
        public ?string $name,
        public ?string $email,
        public ?Secret $password,
        public array $fields = [],
        public ?string $terms = null,
    ) {
    }
}
