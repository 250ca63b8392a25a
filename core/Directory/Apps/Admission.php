<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** Who may sign up by themselves on one app. */
final readonly class Admission
{
    public const ANYONE = 'anyone';

    public const DOMAINS = 'domains';

    public const INVITED = 'invited';

    public const NOBODY = 'nobody';

    public const KINDS = [self::ANYONE, self::DOMAINS, self::INVITED, self::NOBODY];

    private function __construct(public string $kind, public DomainList $domains)
    {
    }

    /**
     * @param  list<string>  $domains
     *
     * @throws \InvalidArgumentException for a kind that is not one of the four, or a domain that is none
     */
    public static function of(string $kind, array $domains = [], bool $withSubdomains = false): self
    {
        if (! in_array($kind, self::KINDS, true)) {
            throw new \InvalidArgumentException("\"{$kind}\" is not a kind of admission.");
        }

        return new self($kind, DomainList::of($domains, $withSubdomains));
    }

    public function isOpen(): bool
    {
        return $this->kind === self::ANYONE || $this->kind === self::DOMAINS;
    }

    public function reasonAgainst(?EmailAddress $address): ?Reason
    {
        if (! $this->isOpen()) {
            return new Reason("signup.{$this->kind}_only");
        }
        if ($this->kind === self::DOMAINS && $address !== null && ! $this->domains->matches($address->domain)) {
            return new Reason('email.domain_not_listed', 'email', ['domains' => $this->domains->domains]);
        }

        return null;
    }
}
