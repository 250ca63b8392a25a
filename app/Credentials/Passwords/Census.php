<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\StoredHashes;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Psr\Clock\ClockInterface;

/** Which schemes and parameters the stored hashes use, how that changed from day to day, and where it leads. */
final readonly class Census
{
    private const DAYS = 60;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private StoredHashes $hashes,
        private HashingRules $rules,
        private PasswordHasher $hasher,
    ) {
    }

    public function currentKind(): string
    {
        return $this->rules->kind();
    }

    /** @return list<array{kind: string, accounts: int, is_current: bool, is_verifiable: bool}> most frequent first */
    public function kinds(): array
    {
        $kinds = $this->hashes->byKind();

        return array_map(fn (string $kind): array => [
            'kind' => $kind,
            'accounts' => $kinds[$kind],
            'is_current' => $kind === $this->currentKind(),
            // All of one kind are alike in this: the scheme is known, and its pepper is here or is not.
            'is_verifiable' => $this->hasher->canVerify($this->hashes->oneOf($kind)),
        ], array_map(strval(...), array_keys($kinds)));
    }

    /** @return array{current: int, all: int} */
    public function share(): array
    {
        $kinds = $this->hashes->byKind();

        return ['current' => $kinds[$this->currentKind()] ?? 0, 'all' => array_sum($kinds)];
    }

    /** Keeps how it stands now as today's figures. Scheduled; the last of a day stays. */
    public function note(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        $kinds = $this->hashes->byKind();
        $this->database->transaction(function () use ($today, $kinds): void {
            HashDay::query()->where('day', $today)->delete();
            foreach ($kinds as $kind => $accounts) {
                HashDay::query()->create(['day' => $today, 'kind' => $kind, 'accounts' => $accounts]);
            }
        });
    }

    /** @return array<string, array{current: int, all: int}> by day, held against today's rule, today as it stands now */
    public function days(): array
    {
        $days = [];
        $since = $this->clock->now()->modify('-'.self::DAYS.' days')->format('Y-m-d');
        foreach (HashDay::query()->where('day', '>', $since)->orderBy('day')->get() as $row) {
            $days[$row->day] ??= ['current' => 0, 'all' => 0];
            $days[$row->day]['all'] += $row->accounts;
            $days[$row->day]['current'] += $row->kind === $this->currentKind() ? $row->accounts : 0;
        }
        $days[$this->clock->now()->format('Y-m-d')] = $this->share();

        return $days;
    }
}
