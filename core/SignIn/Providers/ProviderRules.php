<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The outside providers there are. Apps say for themselves which of them they offer. */
final readonly class ProviderRules
{
    /** @param  array<string, Provider>  $all  by key */
    private function __construct(public array $all)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $root): self
    {
        $all = $root->keyed('providers', Provider::EXAMPLE, Provider::read(...), 'Outside OpenID providers whose people can sign in');
        $issuers = [];
        foreach ($all as $one) {
            if (isset($issuers[$one->issuer])) {
                // Whom a link is of is told by the issuer; two under one name would be each other's.
                throw new InvalidRuleBook("providers.{$one->key}.issuer: is the one of \"{$issuers[$one->issuer]}\" as well");
            }
            $issuers[$one->issuer] = $one->key;
        }

        return new self($all);
    }

    /**
     * @param  list<string>  $keys
     * @return list<Provider> in the order of the keys
     */
    public function named(array $keys): array
    {
        return array_values(array_filter(array_map(fn (string $key): ?Provider => $this->all[$key] ?? null, $keys)));
    }
}
