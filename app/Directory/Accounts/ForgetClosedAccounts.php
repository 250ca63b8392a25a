<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Forgets;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Retention\RetentionRules;

/** Accounts that were closed long enough ago. */
final readonly class ForgetClosedAccounts implements Forgets
{
    private const AT_ONCE = 200;

    public function __construct(private ConnectionInterface $database, private RetentionRules $rules, private RemoveAccounts $remove, private AuditTrail $audit)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $before = Moment::write($this->rules->before('closed_accounts', $now));
        $deleted = 0;
        do {
            $some = $this->database->transaction(function () use ($before): int {
                $closed = array_values(Account::query()->where('status', Status::Closed)->where('closed_at', '<', $before)
                    ->orderBy('seq')->limit(self::AT_ONCE)->get()->all());
                foreach ($closed as $account) {
                    $this->audit->record('account.purged', Actor::kennel(), $account->reference(), ['status' => 'closed'], ['status' => 'deleted']);
                }
                // Last, since with the accounts go the keys of what was just said of them.
                ($this->remove)($closed);

                return count($closed);
            });
            $deleted += $some;
        } while ($some === self::AT_ONCE);

        return ['accounts' => $deleted];
    }
}
