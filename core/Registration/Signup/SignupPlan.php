<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What an accepted sign-up writes. */
final readonly class SignupPlan
{
    /**
     * @param  array<string, bool|int|float|string|list<string>|null>  $fields  by key
     * @param  string  $terms  the version accepted, "" when none is asked for
     */
    public function __construct(
        public PersonName $name,
        public EmailAddress $email,
        public PreparedPassword $password,
        public array $fields,
        public string $terms,
    ) {
    }
}
