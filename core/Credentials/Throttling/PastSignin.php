<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Throttling;

/** One attempt to sign in that was made; whom and where it was by keyed digests. */
final readonly class PastSignin
{
    /** @param  int  $at  milliseconds since 1970 */
    public function __construct(public int $at, public string $account, public string $source, public string $net, public bool $isKnownDevice, public bool $wasRight)
    {
    }
}
