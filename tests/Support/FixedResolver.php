<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\App\Foundation\Outgoing\Resolver;

/** Names of tests lead nowhere: each host is somewhere on the public internet, but for those that are named. */
final class FixedResolver implements Resolver
{
    /** @var list<string> what was asked */
    public array $asked = [];

    /** @param  array<string, list<string>>  $known */
    public function __construct(private readonly array $known = [])
    {
    }

    public function addresses(string $host): array
    {
        $this->asked[] = $host;

        return $this->known[$host] ?? match (true) {
            $host === 'localhost' => ['127.0.0.1'],
            filter_var($host, FILTER_VALIDATE_IP) !== false => [$host],
            default => ['8.8.4.4'],
        };
    }
}
