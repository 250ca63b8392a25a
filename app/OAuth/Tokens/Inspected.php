<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

/** What something is that was pasted, what stands in it, and what was found out about it. */
final readonly class Inspected
{
    /**
     * @param  'access_token'|'id_token'|'logout_token'|'jwt'|'refresh_token'|'opaque'|'authorization_request'|'redirect'|'unknown'  $kind
     * @param  array<string, array<array-key, mixed>>  $parts  by name
     * @param  list<Check>  $checks
     */
    public function __construct(public string $kind, public array $parts, public array $checks, public ?Holding $holding = null)
    {
    }
}
