<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** What an access token is. */
enum TokenFormat: string
{
    /** Says what it says by itself, and counts until it ends whatever happens meanwhile (RFC 9068). */
    case Jwt = 'jwt';
    /** Says nothing; whoever gets it asks (RFC 7662), and hears at once when it counts no more. */
    case Opaque = 'opaque';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
