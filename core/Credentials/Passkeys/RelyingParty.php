<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** Us, as browsers and authenticators know us: the name that keys are bound to, and the one origin our pages have. */
final readonly class RelyingParty
{
    public function __construct(public string $id, public string $origin)
    {
    }

    /** @param  string  $url  such as https://accounts.example */
    public static function of(string $url): self
    {
        $parts = parse_url($url);
        $host = strtolower($parts['host'] ?? 'localhost');

        return new self($host, strtolower($parts['scheme'] ?? 'https')."://{$host}".(isset($parts['port']) ? ":{$parts['port']}" : ''));
    }
}
