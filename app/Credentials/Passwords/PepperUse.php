<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Directory\Accounts\StoredHashes;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;

/** Which keys are here, which are in use, and whom a key that is gone has stranded. */
final readonly class PepperUse
{
    public function __construct(private Peppers $peppers, private StoredHashes $hashes, private HashingRules $rules)
    {
    }

    /** @return list<array{id: string, is_here: bool, is_rule: bool, accounts: int, kinds: list<string>}> those that are gone first */
    public function keys(): array
    {
        $keys = [];
        foreach (array_unique([...$this->peppers->ids(), ...$this->rules->pepper === '' ? [] : [$this->rules->pepper]]) as $id) {
            $keys[$id] = ['id' => $id, 'is_here' => $this->peppers->has($id), 'is_rule' => $id === $this->rules->pepper, 'accounts' => 0, 'kinds' => []];
        }
        foreach ($this->hashes->byKind() as $kind => $accounts) {
            if (preg_match('/ \+ pepper (\S+)$/D', (string) $kind, $part) === 1) {
                $keys[$part[1]] ??= ['id' => $part[1], 'is_here' => false, 'is_rule' => false, 'accounts' => 0, 'kinds' => []];
                $keys[$part[1]]['accounts'] += $accounts;
                $keys[$part[1]]['kinds'][] = (string) $kind;
            }
        }
        usort($keys, static fn (array $one, array $other): int => [$one['is_here'], $one['id']] <=> [$other['is_here'], $other['id']]);

        return $keys;
    }
}
