<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Outgoing;

/** A range of IP addresses in CIDR notation (RFC 4632, RFC 4291 §2.3). */
final readonly class NetworkRange
{
    private function __construct(private string $bytes, private int $bits)
    {
    }

    /** @return self|null null for what is no range and no address */
    public static function parse(string $text): ?self
    {
        [$address, $bits] = [...explode('/', $text, 2), ''];
        $bytes = IpAddress::bytes($address);
        if ($bytes === '' || preg_match('/^\d{0,3}$/D', $bits) !== 1 || (int) $bits > 8 * strlen($bytes)) {
            return null;
        }

        return new self($bytes, $bits === '' ? 8 * strlen($bytes) : (int) $bits);
    }

    /** @param  string  $address  an IP address; one of IPv4 within IPv6 counts as the former */
    public function includes(string $address): bool
    {
        $bytes = IpAddress::bytes($address);
        if (strlen($bytes) !== strlen($this->bytes)) {
            return false;
        }
        $whole = intdiv($this->bits, 8);
        $rest = $this->bits % 8;
        $mask = 0xFF << (8 - $rest) & 0xFF;

        return strncmp($bytes, $this->bytes, $whole) === 0 && ($rest === 0 || (ord($bytes[$whole]) & $mask) === (ord($this->bytes[$whole]) & $mask));
    }
}
