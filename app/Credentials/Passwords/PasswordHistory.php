<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Psr\Clock\ClockInterface;

/** Keeps former passwords' hashes for as long as the rule asks, and says whether a new one was among them. The present one counts as the first. */
final readonly class PasswordHistory
{
    public function __construct(private ClockInterface $clock, private PasswordRules $rules, private PasswordHasher $hasher)
    {
    }

    /** Costs a verification for each that is kept. */
    public function contains(Account $account, PreparedPassword $password): bool
    {
        if ($this->rules->history === 0) {
            return false;
        }
        $former = FormerPassword::query()->where('account_id', $account->id)->orderByDesc('seq')->limit($this->rules->history - 1)->pluck('password_hash')->all();
        foreach ([$account->password_hash, ...$former] as $stored) {
            if ($this->hasher->verify($password, (string) $stored)) {
                return true;
            }
        }

        return false;
    }

    /** How many former passwords were hashed under a pepper key. */
    public function countPeppered(string $keyId): int
    {
        return FormerPassword::query()->where('password_hash', 'like', Peppered::prefix($keyId).'%')->count();
    }

    /** Before the account's hash is replaced by that of another password, in the same transaction. What the rule no longer asks for is deleted. */
    public function keep(Account $account): void
    {
        if ($this->rules->history > 1) {
            FormerPassword::query()->create([
                'account_id' => $account->id,
                'password_hash' => $account->password_hash,
                'replaced_at' => Moment::write($this->clock->now()),
            ]);
        }
        $oldest = FormerPassword::query()->where('account_id', $account->id)->orderByDesc('seq')->offset(max(0, $this->rules->history - 1))->limit(1)->value('seq');
        if ($oldest !== null) {
            FormerPassword::query()->where('account_id', $account->id)->where('seq', '<=', $oldest)->delete();
        }
    }
}
