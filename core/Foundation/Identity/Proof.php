<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Identity;

/** How somebody showed who they are: by one factor, or by two. */
final readonly class Proof
{
    /** What each is called in tokens and records (RFC 8176 §2). */
    private const METHODS = ['password' => 'pwd', 'mail_link' => 'otp', 'mail_code' => 'otp', 'passkey' => 'hwk', 'authenticator' => 'otp', 'text_code' => 'sms', 'recovery_code' => 'otp'];

    /**
     * @param  string  $first  'password', 'mail_link', 'mail_code', 'passkey', or 'provider', whose own ways have no name among these
     * @param  string|null  $second  'authenticator', 'text_code', 'recovery_code', or 'known_device', which shows nothing anew
     */
    public function __construct(public string $first, public ?string $second = null)
    {
    }

    /** Whether it was shown to us: what a provider says of a sign-in is no recent authentication for what is sensitive here. */
    public function isOurs(): bool
    {
        return $this->first !== 'provider';
    }

    /** @return list<string> authentication method references */
    public function methods(): array
    {
        $methods = array_values(array_unique(array_filter([self::METHODS[$this->first] ?? null, $this->second === null ? null : self::METHODS[$this->second] ?? null])));

        return count($methods) > 1 ? [...$methods, 'mfa'] : $methods;
    }
}
