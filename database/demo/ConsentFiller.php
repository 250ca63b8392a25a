<?php

declare(strict_types=1);

namespace Kennel\Demo;

/** What the made-up holders have agreed to: to be listed among the volunteers, and to be found by what they speak. */
final readonly class ConsentFiller
{
    /** One in so many of those who speak something wants to be found by it. */
    private const SHOWS_LANGUAGES = 3;

    /** @param  string  $purpose  of handing out what they speak, as the rule book has it */
    private function __construct(private string $purpose)
    {
    }

    /** @param  array<string, mixed>  $rules  the demo's rule book */
    public static function of(array $rules): self
    {
        $grants = array_column($rules['disclosure']['fields'], 'grants', 'key')['field:speaks'];

        return new self(array_column($grants, 'purpose', 'key')['public']);
    }

    /**
     * @param  array<string, mixed>  $account
     * @param  list<array<string, mixed>>  $values  of its fields
     * @return list<array<string, mixed>>
     */
    public function fill(array $account, array $values): array
    {
        $held = array_column($values, 'value', 'field_key');
        $row = static fn (string $audience, string $field, string $purpose): array => ['account_id' => $account['id'], 'audience' => $audience, 'field' => $field, 'purpose' => $purpose, 'given_at' => $account['created_at']];
        $agreed = [];
        if ($account['app_key'] === 'gaugebook' && ($held['listed'] ?? null) === 'true') {
            $agreed[] = $row('accounts:gaugebook', 'listed:gaugebook', '');
        }
        if (isset($held['speaks']) && crc32($account['email']) % self::SHOWS_LANGUAGES === 0) {
            $agreed[] = $row('public', 'field:speaks', $this->purpose);
        }

        return $agreed;
    }
}
