<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Throttling\Source;

/** Whom an attempt is made on, from where, and whether on a device that this account has signed in on before. */
final readonly class Whom
{
    /**
     * @param  string  $key  the lookup key of the address, or whatever was typed for one
     * @param  string|null  $knownDevice  a digest of the device, where the account has signed in on it before
     * @param  string|null  $accountId  where there is such an account
     * @param  bool  $isAccount  it is the front door: kept in the history, and shown to operators
     */
    private function __construct(public string $key, public string $source, public string $net, public ?string $knownDevice, public ?string $accountId, public bool $isAccount)
    {
    }

    /** An address and a password, at the front door. */
    public static function signingIn(string $key, Browser $browser, ?string $knownDevice, ?string $accountId): self
    {
        return new self($key, Source::ofAddress($browser->source), Source::netOf($browser->source), $knownDevice, $accountId, true);
    }

    /** The password once more, in a session there is: with a count of its own, so that whoever guesses at the front door holds nobody back here. */
    public static function inside(string $accountId, string $source): self
    {
        return new self(self::insideKey($accountId), Source::ofAddress($source), Source::netOf($source), null, $accountId, false);
    }

    /** A second factor, by who has shown the first. */
    public static function halfway(string $accountId, Browser|string $from, ?string $knownDevice = null): self
    {
        $source = is_string($from) ? $from : $from->source;

        return new self(self::factorKey($accountId), Source::ofAddress($source), Source::netOf($source), $knownDevice, $accountId, false);
    }

    public static function insideKey(string $accountId): string
    {
        return "inside {$accountId}";
    }

    public static function factorKey(string $accountId): string
    {
        return "factor {$accountId}";
    }
}
