<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Text\Unicode;

/** Whether a new password may be set. Never asked at sign-in: yesterday's password may break today's rule and still be right. */
final readonly class PasswordPolicy
{
    /** Shorter local parts turn up inside good passwords by chance. */
    private const LOCAL_PART_THAT_COUNTS = 4;

    public function __construct(private PasswordRules $rules, private Blocklist $blocklist)
    {
    }

    /** @return list<Reason> every rule that is broken, in the order people would mend them */
    public function reasonsAgainst(PreparedPassword $password, ?EmailAddress $address): array
    {
        $reasons = [];
        if ($password->length < $this->rules->minimum) {
            $reasons[] = $this->reason('too_short', ['minimum' => $this->rules->minimum, 'length' => $password->length]);
        }
        if ($password->length > $this->rules->maximum) {
            $reasons[] = $this->reason('too_long', ['maximum' => $this->rules->maximum, 'length' => $password->length]);
        }
        $folded = Unicode::fold($password->secret->reveal());
        if ($password->length <= $this->rules->maximum && $this->blocklist->contains($folded)) {
            $reasons[] = $this->reason('common');
        }
        if ($address !== null && $this->isAddress($folded, $address)) {
            $reasons[] = $this->reason('is_address');
        }

        return $reasons;
    }

    private function isAddress(#[\SensitiveParameter] string $folded, EmailAddress $address): bool
    {
        $local = Unicode::fold($address->local);
        $whole = Unicode::fold($address->toString());
        if ($folded === $whole || $folded === $local || $folded === $address->domain) {
            return true;
        }

        // "oriel.vance1" is the address with a digit: what is left without the local part says how much was added.
        return mb_strlen($local) >= self::LOCAL_PART_THAT_COUNTS
            && str_contains($folded, $local)
            && mb_strlen(str_replace([$whole, $local], '', $folded)) < 6;
    }

    /** @param  array<string, int>  $parameters */
    private function reason(string $why, array $parameters = []): Reason
    {
        return new Reason("password.{$why}", 'password', $parameters);
    }
}
