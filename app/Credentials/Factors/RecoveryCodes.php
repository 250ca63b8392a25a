<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Factors\RecoveryCode;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Foundation\Secrets\Entropy;
use Psr\Clock\ClockInterface;

/** The sheet of recovery codes of an account: shown once, kept as digests, each used once. Called inside the act's transaction. */
final readonly class RecoveryCodes
{
    private const KEY = 'recovery codes';

    public function __construct(private ClockInterface $clock, private Entropy $entropy, private FactorRules $rules)
    {
    }

    /** @return list<string> a new sheet, for paper; the former one is worth nothing */
    public function renew(string $accountId): array
    {
        $this->forget($accountId);
        $codes = [];
        while (count($codes) < $this->rules->codes) {
            $code = RecoveryCode::draw($this->entropy);
            $codes[$code->digest(DerivedKey::for(self::KEY), $accountId)] = $code->inGroups();
        }
        $now = Moment::write($this->clock->now());
        StoredRecoveryCode::query()->insert(array_map(static fn (string $digest): array => ['account_id' => $accountId, 'digest' => $digest, 'made_at' => $now], array_keys($codes)));

        return array_values($codes);
    }

    /** One statement: of two that come with the same code at once, one has it. */
    public function spend(string $accountId, RecoveryCode $typed): bool
    {
        $digests = array_map(static fn (string $key): string => $typed->digest($key, $accountId), DerivedKey::all(self::KEY));

        return StoredRecoveryCode::query()->where('account_id', $accountId)->whereIn('digest', $digests)->whereNull('used_at')
            ->update(['used_at' => Moment::write($this->clock->now())]) === 1;
    }

    /** @return array{left: int, of: int, made_at: string}|null null without a sheet */
    public function count(string $accountId): ?array
    {
        $codes = StoredRecoveryCode::query()->where('account_id', $accountId)->get(['made_at', 'used_at']);
        $first = $codes->first();

        return $first === null ? null : ['left' => $codes->whereNull('used_at')->count(), 'of' => $codes->count(), 'made_at' => $first->made_at];
    }

    public function forget(string $accountId): void
    {
        StoredRecoveryCode::query()->where('account_id', $accountId)->delete();
    }
}
