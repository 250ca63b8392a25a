<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Outgoing;

/** The bytes of an IP address, for comparing. */
final class IpAddress
{
    /**
     * An IPv4 address within IPv6 (::ffff:192.0.2.1, RFC 4291 §2.5.5.2), as a listener for both versions writes it, is that IPv4 address.
     *
     * @return string 4 or 16 bytes in network order; "" for what is no address
     */
    public static function bytes(string $address): string
    {
        $bytes = filter_var($address, FILTER_VALIDATE_IP) === false ? false : inet_pton($address);

        return $bytes === false ? '' : (str_starts_with($bytes, str_repeat("\0", 10)."\xff\xff") ? substr($bytes, 12) : $bytes);
    }
}
