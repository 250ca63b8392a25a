<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** Why a new password is owed, weakest first. */
enum PasswordOwed: string
{
    case Nothing = '';
    /** An operator asks for one; the present one is good for choosing it. */
    case Asked = 'asked';
    /** The present one is temporary, and was handed over by somebody else. */
    case Temporary = 'temporary';
    /** Others may know the present one: only the mailbox can set another. */
    case Compromised = 'compromised';

    /** What is owed when this is asked for on top: never less than before. */
    public function strengthenedBy(self $other): self
    {
        return $this->strength() >= $other->strength() ? $this : $other;
    }

    private function strength(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
