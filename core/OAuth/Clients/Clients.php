<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The apps that can come to tokens. */
final readonly class Clients
{
    /** @param  array<string, Client>  $all  by key */
    private function __construct(public array $all)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $root): self
    {
        return new self($root->keyed('clients', Client::EXAMPLE, Client::read(...), 'What each app is registered with to come to tokens (OAuth 2.1, OpenID Connect)'));
    }

    public function find(string $key): ?Client
    {
        return $this->all[$key] ?? null;
    }

    /** Whether any app's pages are served from there. */
    public function knowOrigin(string $origin): bool
    {
        foreach ($this->all as $client) {
            if (in_array($origin, $client->origins, true)) {
                return true;
            }
        }

        return false;
    }
}
