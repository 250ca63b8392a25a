<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Kennel\App\SignIn\Outcome;
use Kennel\Core\Foundation\Secrets\Token;

/** What coming back from a provider led to: a sign-in, an account that is linked now, or an offer to link one after signing in. */
final readonly class TripOutcome
{
    /** @param  string|null  $address  theirs at the provider */
    private function __construct(public ?Outcome $outcome, public ?Token $offer, public string $provider, public ?string $address = null)
    {
    }

    public static function in(Outcome $outcome): self
    {
        return new self($outcome, null, '');
    }

    public static function linked(): self
    {
        return new self(null, null, '');
    }

    public static function offer(Token $token, string $provider, ?string $address): self
    {
        return new self(null, $token, $provider, $address);
    }
}
