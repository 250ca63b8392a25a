<?php

declare(strict_types=1);

namespace Kennel\Core\Signup;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Rules\Reason;

/** Accepted, with the values to write; or refused, with every reason at once. */
final readonly class SignupVerdict
{
    /** @param  list<Reason>  $reasons */
    private function __construct(
        public array $reasons,
        private ?PersonName $name,
        private ?EmailAddress $email,
        private ?PreparedPassword $password,
    ) {
    }

    public static function accepted(PersonName $name, EmailAddress $email, PreparedPassword $password): self
    {
        return new self([], $name, $email, $password);
    }

    /** @param  non-empty-list<Reason>  $reasons */
    public static function refused(array $reasons): self
    {
        return new self($reasons, null, null, null);
    }

    public function isAccepted(): bool
    {
        return $this->reasons === [];
    }

    public function name(): PersonName
    {
        return $this->name ?? throw new \LogicException('A refused sign-up has no name.');
    }

    public function email(): EmailAddress
    {
        return $this->email ?? throw new \LogicException('A refused sign-up has no address.');
    }

    public function password(): PreparedPassword
    {
        return $this->password ?? throw new \LogicException('A refused sign-up has no password.');
    }
}
