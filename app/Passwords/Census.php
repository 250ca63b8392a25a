<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Kennel\App\Accounts\Accounts;
use Kennel\Core\Passwords\HashingRules;

/** Which schemes and parameters the stored hashes use. */
final readonly class Census
{
    public function __construct(private Accounts $accounts, private HashingRules $rules)
    {
    }

    public function currentKind(): string
    {
        return $this->rules->kind();
    }

    /** @return list<array{kind: string, accounts: int, is_current: bool}> most frequent first */
    public function kinds(): array
    {
        $kinds = $this->accounts->hashKinds();

        return array_map(fn (string $kind): array => [
            'kind' => $kind,
            'accounts' => $kinds[$kind],
            'is_current' => $kind === $this->currentKind(),
        ], array_keys($kinds));
    }

    /** @return array{current: int, all: int} */
    public function share(): array
    {
        $kinds = $this->accounts->hashKinds();

        return ['current' => $kinds[$this->currentKind()] ?? 0, 'all' => array_sum($kinds)];
    }
}
