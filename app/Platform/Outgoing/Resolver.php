<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Outgoing;

/** The IP addresses of a host. */
interface Resolver
{
    /** @return list<string> none when it cannot be found */
    public function addresses(string $host): array;
}
