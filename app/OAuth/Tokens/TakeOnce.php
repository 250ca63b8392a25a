<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Database\ImmediateSqliteConnection;

/** Writes down that a code or a refresh token was shown, for whoever is first: what counted when it was read has to count still. */
final readonly class TakeOnce
{
    public function __construct(private ImmediateSqliteConnection $database)
    {
    }

    /** @param  array<string, string|null>  $values  by column */
    public function code(Holding $holding, array $values): bool
    {
        return $this->take($holding, 'code_used_at IS NULL', [], $values);
    }

    /**
     * @param  string  $current  the digest of the token that counted
     * @param  array<string, string|null>  $values  by column
     */
    public function refreshToken(Holding $holding, string $current, array $values): bool
    {
        return $this->take($holding, 'current_digest = ?', [$current], $values);
    }

    /**
     * @param  list<string>  $bindings  of the condition
     * @param  array<string, string|null>  $values  by column
     */
    private function take(Holding $holding, string $while, array $bindings, array $values): bool
    {
        $columns = implode(', ', array_map(static fn (string $column): string => "{$column} = ?", array_keys($values)));

        return $this->database->update('UPDATE authorizations SET '.$columns.' WHERE seq = ? AND ended_at IS NULL AND '.$while, [...array_values($values), $holding->seq, ...$bindings]) === 1;
    }
}
