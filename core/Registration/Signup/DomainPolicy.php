<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** Domains that may not sign up anywhere, whatever an app admits. */
final readonly class DomainPolicy
{
    public function __construct(private SignupRules $rules, private ThrowawayDomains $throwaway)
    {
    }

    public function reasonAgainst(EmailAddress $address): ?Reason
    {
        if ($this->rules->refusedDomains->matches($address->domain)) {
            return new Reason('email.domain_refused', 'email');
        }
        if ($this->rules->refuseThrowaway && $this->isThrowaway($address->domain)) {
            return new Reason('email.throwaway', 'email');
        }

        return null;
    }

    private function isThrowaway(string $domain): bool
    {
        if ($this->throwaway->lists($domain)) {
            return true;
        }
        // Above the domain itself only those count that are listed with their subdomains.
        for ($parent = $domain; str_contains($parent, '.'); $parent = substr((string) strstr($parent, '.'), 1)) {
            if ($this->throwaway->lists(".{$parent}")) {
                return true;
            }
        }

        return false;
    }
}
