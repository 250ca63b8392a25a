<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Kennel\Core\Foundation\Secrets\Entropy;

/** The keys of accounts (docs/decisions/0047-erasable-trail.md). One is drawn with each account. */
final readonly class ErasureKeys
{
    /** Stands for nobody's account: looked for all the same, so that the time does not tell whether there is one. */
    private const NOBODY = '00000000-0000-0000-0000-000000000000';

    private const ROWS_A_STATEMENT = 200;

    public function __construct(private Entropy $entropy)
    {
    }

    /** @return string what seals nothing for good where the account has none any more, or there is no account */
    public function of(?string $accountId): string
    {
        $id = $accountId ?? self::NOBODY;

        return $this->ofAll([$id])[$id];
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, string> by account id
     */
    public function ofAll(array $accountIds): array
    {
        $keys = $this->existing($accountIds);
        foreach ($accountIds as $id) {
            $keys[$id] ??= $this->draw();
        }

        return $keys;
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, string> by account id; those that were destroyed are left out
     */
    public function existing(array $accountIds): array
    {
        $keys = [];
        foreach (array_chunk(array_values(array_unique($accountIds)), self::ROWS_A_STATEMENT) as $some) {
            foreach (ErasureKey::query()->toBase()->whereIn('account_id', $some)->pluck('key', 'account_id') as $id => $key) {
                $keys[(string) $id] = (string) base64_decode((string) $key, true);
            }
        }

        return $keys;
    }

    /**
     * For accounts that were just added, in the same transaction. They go as their accounts go.
     *
     * @param  list<string>  $accountIds
     */
    public function drawFor(array $accountIds): void
    {
        foreach (array_chunk($accountIds, self::ROWS_A_STATEMENT) as $some) {
            ErasureKey::query()->insert(array_map(fn (string $id): array => ['account_id' => $id, 'key' => base64_encode($this->draw())], $some));
        }
    }

    private function draw(): string
    {
        return $this->entropy->bytes(SODIUM_CRYPTO_AEAD_XCHACHA20POLY1305_IETF_KEYBYTES);
    }
}
