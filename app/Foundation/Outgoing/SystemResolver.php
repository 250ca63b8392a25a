<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Outgoing;

/** As the machine resolves names: its hosts file first, then DNS. IPv6 is asked for where there is no IPv4. */
final class SystemResolver implements Resolver
{
    public function addresses(string $host): array
    {
        if (filter_var($host, FILTER_VALIDATE_IP) !== false) {
            return [$host];
        }
        $found = gethostbynamel($host);
        if ($found === false || $found === []) {
            $records = @dns_get_record($host, DNS_AAAA);
            $found = array_column($records === false ? [] : $records, 'ipv6');
        }

        return array_values(array_unique($found));
    }
}
