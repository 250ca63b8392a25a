<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Outgoing;

/**
 * Which addresses Kennel calls: those of the public internet, by https. Operators and identity providers write addresses, and none of them shall
 * make Kennel speak with its own machine, its neighbours or a cloud's metadata service.
 */
final readonly class OutgoingRules
{
    /** All that is not for everyone to reach (IANA's special-purpose registries for IPv4 and IPv6, RFC 6890). */
    private const NOT_PUBLIC = [
        '0.0.0.0/8', '10.0.0.0/8', '100.64.0.0/10', '127.0.0.0/8', '169.254.0.0/16', '172.16.0.0/12', '192.0.0.0/24', '192.0.2.0/24', '192.88.99.0/24',
        '192.168.0.0/16', '198.18.0.0/15', '198.51.100.0/24', '203.0.113.0/24', '224.0.0.0/4', '240.0.0.0/4',
        // Of IPv6 only 2000::/3 is given out; within it these are not for everyone, or hold an IPv4 address.
        '2001::/23', '2001:db8::/32', '2002::/16', '3fff::/20',
    ];

    private const GLOBAL_IPV6 = '2000::/3';

    private const LOOPBACK = ['127.0.0.0/8', '::1/128'];

    /**
     * @param  list<string>  $allowed  hosts, hosts with a port, IP addresses, ranges, and whole origins: only "http://host" lets go of TLS
     * @param  bool  $isLocal  an installation for development, which only this machine reaches: it may call this machine, and without TLS
     */
    public function __construct(private array $allowed, private bool $isLocal)
    {
    }

    /** @throws OutgoingRefused for what is called without TLS where it must not be */
    public function requireTls(OutgoingAddress $address): void
    {
        if ($address->isPlain() && ! $this->isNamed($address) && ! ($this->isLocal && in_array($address->host, ['localhost', '127.0.0.1', '::1'], true))) {
            throw new OutgoingRefused('It has to begin with https://.');
        }
    }

    /**
     * @param  list<string>  $resolved  the IP addresses of its host
     *
     * @throws OutgoingRefused when one of them is not to be called
     */
    public function requirePublic(OutgoingAddress $address, array $resolved): void
    {
        if ($resolved === []) {
            throw new OutgoingRefused('Its host cannot be found.');
        }
        foreach ($this->isNamed($address) ? [] : $resolved as $one) {
            if (! $this->isPublic($one) && ! $this->isInRange($one, $this->allowed) && ! ($this->isLocal && $this->isInRange($one, self::LOOPBACK))) {
                throw new OutgoingRefused('It leads to a machine that is not on the public internet; KENNEL_OUTBOUND_ALLOW may list it.');
            }
        }
    }

    private function isNamed(OutgoingAddress $address): bool
    {
        $names = [$address->origin(), ...$address->isPlain() ? [] : [$address->host, "{$address->host}:{$address->port}"]];
        foreach ($this->allowed as $one) {
            $isOrigin = str_contains($one, '://');
            if (in_array(strtolower($isOrigin ? self::withPort($one) : $one), $names, true)) {
                return true;
            }
        }

        return false;
    }

    private static function withPort(string $origin): string
    {
        try {
            return OutgoingAddress::parse($origin)->origin();
        } catch (OutgoingRefused) {
            return '';
        }
    }

    private function isPublic(string $ip): bool
    {
        $isGlobal = str_contains($ip, ':') && ! str_contains($ip, '.') ? $this->isInRange($ip, [self::GLOBAL_IPV6]) : true;

        return $isGlobal && ! $this->isInRange($ip, self::NOT_PUBLIC);
    }

    /** @param  list<string>  $ranges */
    private function isInRange(string $ip, array $ranges): bool
    {
        foreach ($ranges as $range) {
            if (NetworkRange::parse($range)?->includes($ip) === true) {
                return true;
            }
        }

        return false;
    }
}
