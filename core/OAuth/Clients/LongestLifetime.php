<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** How long the access token counts that counts longest, of all apps' tokens: a key is not taken away under a token that is on its way. */
final readonly class LongestLifetime
{
    /** Where no app says anything else. */
    private const AT_LEAST = 600;

    private function __construct(public int $seconds)
    {
    }

    public static function of(Clients $clients): self
    {
        return new self(max([self::AT_LEAST, ...array_values(array_map(static fn (Client $one): int => $one->accessLifetime->seconds, $clients->all))]));
    }
}
