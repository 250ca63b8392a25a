<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;

/** The stored hashes by their kind. */
final readonly class StoredHashes
{
    public function __construct(private ConnectionInterface $database)
    {
    }

    /** @return array<string, int> how many of each kind, most frequent first */
    public function byKind(): array
    {
        return Account::query()->toBase()->selectRaw('hash_kind, count(*) AS held')->groupBy('hash_kind')->orderByDesc('held')
            ->pluck('held', 'hash_kind')->map(static fn ($held): int => (int) $held)->all();
    }

    /** @return list<string> by leaps through their index: as quick for a million accounts as for ten, and asked at every refused sign-in */
    public function kinds(): array
    {
        $rows = $this->database->select(<<<'SQL'
            WITH RECURSIVE kinds (kind) AS (
                SELECT min(hash_kind) FROM accounts
                UNION ALL SELECT (SELECT min(hash_kind) FROM accounts WHERE hash_kind > kinds.kind) FROM kinds WHERE kinds.kind IS NOT NULL
            ) SELECT kind FROM kinds WHERE kind IS NOT NULL
            SQL);

        return array_map(strval(...), array_column($rows, 'kind'));
    }

    /** One of the kind; "" when there is none. */
    public function oneOf(string $kind): string
    {
        return (string) Account::query()->where('hash_kind', $kind)->value('password_hash');
    }

    /**
     * @param  int  $after  the sequence number of the last one
     * @return list<Account> with nothing but the hash
     */
    public function chunkOf(string $kind, int $after, int $limit): array
    {
        return array_values(Account::query()->where('hash_kind', $kind)->where('seq', '>', $after)->orderBy('seq')->limit($limit)->get(['seq', 'password_hash'])->all());
    }

    /** @param  list<string>  $kinds */
    public function countOf(array $kinds): int
    {
        return Account::query()->whereIn('hash_kind', $kinds)->count();
    }
}
