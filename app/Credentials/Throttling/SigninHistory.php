<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Illuminate\Contracts\Cache\Repository;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\Core\Credentials\Throttling\PastSignin;
use Psr\Clock\ClockInterface;

/** What was tried at sign-in in the last weeks: written as it happens, read to see what a rule would have done. */
final readonly class SigninHistory
{
    /** Of what is held back one a minute is kept by account and source: it is not looked at, and could be any number. */
    private const HELD_EVERY = 60;

    private const CHUNK = 20_000;

    public function __construct(private ClockInterface $clock, private Repository $cache)
    {
    }

    /** @param  'in'|'refused'|'held'  $outcome */
    public function note(Whom $whom, string $outcome): void
    {
        if (! $whom->isAccount) {
            return;
        }
        $row = self::keys($whom->key, $whom->source, $whom->net);
        if ($outcome === 'held' && ! $this->cache->add("held:{$row['account_key']}:{$row['source_key']}", 1, self::HELD_EVERY)) {
            return;
        }
        SigninAttempt::query()->insert([
            ...$row, 'at' => (int) $this->clock->now()->format('Uv'), 'is_known_device' => $whom->knownDevice !== null, 'outcome' => $outcome, 'account_id' => $whom->accountId,
        ]);
    }

    /** @return array{account_key: string, source_key: string, net_key: string} */
    public static function keys(string $key, string $source, string $net): array
    {
        $short = static fn (string $of): string => substr(Throttle::digest("history {$of}"), 0, 22);

        return ['account_key' => $short("account {$key}"), 'source_key' => $short("source {$source}"), 'net_key' => $short("net {$net}")];
    }

    /** @return \Generator<int, PastSignin> in the order they were made */
    public function since(\DateTimeImmutable $moment): \Generator
    {
        [$at, $seq] = [$moment->getTimestamp() * 1_000, 0];
        do {
            $rows = SigninAttempt::query()->toBase()->where(static fn ($after) => $after->where('at', '>', $at)->orWhere(static fn ($same) => $same->where('at', $at)->where('seq', '>', $seq)))
                ->orderBy('at')->orderBy('seq')->limit(self::CHUNK)->get(['seq', 'at', 'account_key', 'source_key', 'net_key', 'is_known_device', 'outcome'])->all();
            foreach ($rows as $row) {
                [$at, $seq] = [(int) $row->at, (int) $row->seq];
                yield new PastSignin($at, $row->account_key, $row->source_key, $row->net_key, (bool) $row->is_known_device, $row->outcome === 'in');
            }
        } while (count($rows) === self::CHUNK);
    }

    /**
     * @param  list<string>  $accountKeys
     * @return array<string, string> ids of accounts by key
     */
    public function accountsOf(array $accountKeys): array
    {
        /** @var array<string, string> $ids */
        $ids = SigninAttempt::query()->whereIn('account_key', $accountKeys)->whereNotNull('account_id')->pluck('account_id', 'account_key')->all();

        return $ids;
    }

    public function count(): int
    {
        return SigninAttempt::query()->count();
    }
}
