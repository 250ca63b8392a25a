<?php

declare(strict_types=1);

namespace Kennel\App\Throttling;

use Kennel\App\Platform\Identity\Browser;
use Kennel\App\Platform\Throttling\Source;

/** Whom an attempt is made on, from where, and whether on a device that this account has signed in on before. */
final readonly class Whom
{
    /**
     * @param  string  $key  the lookup key of the address, or whatever was typed for one
     * @param  string|null  $knownDevice  a digest of the device, where the account has signed in on it before
     * @param  string|null  $accountId  where there is such an account
     */
    private function __construct(public string $key, public string $source, public string $net, public ?string $knownDevice, public ?string $accountId, public bool $isAccount)
    {
    }

    /** An address and a password, at the front door. */
    public static function signingIn(string $key, Browser $browser, ?string $knownDevice, ?string $accountId): self
    {
        return new self($key, Source::ofAddress($browser->source), Source::netOf($browser->source), $knownDevice, $accountId, true);
    }

    /** What is guessed at by somebody who is in already, or halfway. */
    public static function inside(string $key, string $source): self
    {
        return new self($key, Source::ofAddress($source), Source::netOf($source), null, null, false);
    }
}
