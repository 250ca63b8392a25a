<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Foundation\Text\EmailAddress;

/** The keys that accounts are found by, when the rule that makes them changes. */
final readonly class LookupKeys
{
    private const CHUNK = 500;

    /** @return list<non-empty-list<array{id: string, email: string}>> accounts that would share a key */
    public function collisions(AddressRules $rules): array
    {
        $byKey = [];
        foreach ($this->changing($rules) as $key => $accounts) {
            $byKey[$key] = $accounts;
        }
        foreach (array_chunk(array_map(strval(...), array_keys($byKey)), self::CHUNK) as $keys) {
            foreach (Account::query()->whereIn('lookup_key', $keys)->get(['id', 'email', 'lookup_key']) as $row) {
                if (! in_array($row->id, array_column($byKey[$row->lookup_key], 'id'), true)) {
                    array_unshift($byKey[$row->lookup_key], ['id' => $row->id, 'email' => $row->email]);
                }
            }
        }

        return array_values(array_filter($byKey, static fn (array $accounts): bool => count($accounts) > 1));
    }

    /** Inside a transaction, after collisions() found none. */
    public function write(AddressRules $rules): void
    {
        foreach ($this->changing($rules) as $key => $accounts) {
            Account::query()->where('id', $accounts[0]['id'])->update(['lookup_key' => (string) $key]);
        }
    }

    /** @return array<string, non-empty-list<array{id: string, email: string}>> accounts whose key would be another, by that key */
    private function changing(AddressRules $rules): array
    {
        $changing = [];
        // Only a "+" can make a difference.
        foreach (Account::query()->where('email', 'like', '%+%')->orderBy('seq')->cursor() as $row) {
            $key = $rules->lookupKey(EmailAddress::parse($row->email));
            if ($key !== $row->lookup_key) {
                $changing[$key][] = ['id' => $row->id, 'email' => $row->email];
            }
        }

        return $changing;
    }
}
