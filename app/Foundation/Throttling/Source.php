<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Throttling;

use Illuminate\Http\Request;
use Kennel\Core\Foundation\Outgoing\IpAddress;

/**
 * Where a request comes from, as it is counted: the address, or of version 6 its /64, which is what one household or server is given.
 * An app's server that calls on behalf of people will have to be known by its own key here.
 */
final class Source
{
    public static function of(Request $request): string
    {
        return self::ofAddress((string) $request->ip());
    }

    /** The network around it: a /24 of version 4, a /48 of version 6, as a provider hands them out. */
    public static function netOf(string $address): string
    {
        $bytes = IpAddress::bytes($address);

        return match (strlen($bytes)) {
            4 => inet_ntop(substr($bytes, 0, 3)."\0").'/24',
            16 => inet_ntop(substr($bytes, 0, 6).str_repeat("\0", 10)).'/48',
            default => $address,
        };
    }

    public static function ofAddress(string $address): string
    {
        $bytes = IpAddress::bytes($address);

        return match (strlen($bytes)) {
            4 => (string) inet_ntop($bytes),
            16 => (string) inet_ntop(substr($bytes, 0, 8).str_repeat("\0", 8)),
            default => $address,
        };
    }
}
