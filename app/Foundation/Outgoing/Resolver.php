<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Outgoing;

/** The IP addresses of a host. */
interface Resolver
{
    /** @return list<string> none when it cannot be found */
    public function addresses(string $host): array;
}
