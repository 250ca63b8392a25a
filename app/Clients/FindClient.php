<?php

declare(strict_types=1);

namespace Kennel\App\Clients;

use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Clients\Client;
use Kennel\Core\Clients\Clients;

/** One app as it is registered, without reading all the others: asked at nearly every request of an app. */
final readonly class FindClient
{
    public function __construct(private RulesInForce $rules)
    {
    }

    public function __invoke(string $key): ?Client
    {
        return $this->rules->entry(Client::class, static fn (): ?Client => app(Clients::class)->find($key), $key);
    }
}
