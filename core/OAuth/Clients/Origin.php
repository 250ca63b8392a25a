<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Directory\Apps\AppAddress;

/** Whose pages may read our answers from a browser (Fetch Standard, "CORS protocol"): scheme, host and port, as a browser writes them (RFC 6454 §6.2). */
final class Origin
{
    /** @throws \InvalidArgumentException saying what is wrong with it */
    public static function parse(string $origin): string
    {
        AppAddress::parse($origin);
        if (preg_match('/^https?:\/\/[^\/?]+$/D', $origin) !== 1) {
            throw new \InvalidArgumentException('must be scheme, host and port alone, such as https://app.example, without a “/” behind');
        }
        if ($origin !== strtolower($origin) || preg_match('/^(?:https:.*:443|http:.*:80)$/D', $origin) === 1) {
            throw new \InvalidArgumentException('must be written as browsers do: in small letters, and without the port that goes without saying');
        }

        return $origin;
    }
}
