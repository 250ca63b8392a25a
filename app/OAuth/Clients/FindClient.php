<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;

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
