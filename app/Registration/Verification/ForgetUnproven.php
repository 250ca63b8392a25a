<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\RemoveAccounts;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Forgets;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Registration\Signup\SignupRules;

/** Claims that nobody proved in time, and the accounts that nobody proved to be theirs. */
final readonly class ForgetUnproven implements Forgets
{
    private const AT_ONCE = 200;

    public function __construct(
        private ConnectionInterface $database,
        private SignupRules $signup,
        private Claims $claims,
        private Accounts $accounts,
        private RemoveAccounts $remove,
        private AuditTrail $audit,
    ) {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $before = $now->modify("-{$this->signup->unprovenFor->seconds} seconds");
        $lapsed = 0;
        // The founding claim goes with its account.
        foreach (Claim::query()->where('is_founding', false)->where('claimed_at', '<', Moment::write($before))->lazyById(self::AT_ONCE, 'seq') as $claim) {
            $this->database->transaction(fn () => $this->claims->remove($claim));
            $lapsed++;
        }

        return ['claims' => $lapsed, 'unproven accounts' => $this->forgetAccounts($before)];
    }

    private function forgetAccounts(\DateTimeImmutable $before): int
    {
        [$deleted, $last] = [0, 0];
        do {
            [$looked, $some, $last] = $this->database->transaction(function () use ($before, $last): array {
                $unproven = $this->accounts->unprovenBefore($before, $last, self::AT_ONCE);
                // Somebody else may have claimed the address since; then it is not forgotten yet.
                $claimed = Claim::query()->whereIn('account_id', array_column($unproven, 'id'))->where('claimed_at', '>=', Moment::write($before))->pluck('account_id')->all();
                $lapsed = array_values(array_filter($unproven, static fn (Account $account): bool => ! in_array($account->id, $claimed, true)));
                if ($lapsed !== []) {
                    ($this->remove)($lapsed);
                    // Strangers made them, so the trail is told how many and not which.
                    $this->audit->record('accounts.lapsed', Actor::kennel(), null, [], ['accounts' => count($lapsed)], null, 'accounts');
                }

                return [count($unproven), count($lapsed), $unproven === [] ? $last : $unproven[count($unproven) - 1]->seq];
            });
            $deleted += $some;
        } while ($looked === self::AT_ONCE);

        return $deleted;
    }
}
