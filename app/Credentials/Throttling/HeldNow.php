<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\HeldBackAddresses;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\WrittenReason;

/** Whom and what the brakes hold back at this moment, and letting them go. */
final readonly class HeldNow
{
    private const MOST = 100;

    public function __construct(
        private HeldBackAddresses $addresses,
        private HeldSources $sources,
        private Accounts $accounts,
        private Sight $sight,
        private Brakes $brakes,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private ConnectionInterface $database,
    ) {
    }

    /**
     * Of who is bounded only the accounts in their sight. What was typed and has no account is counted, and not shown: it may be a password typed into the wrong box.
     *
     * @return array{accounts: list<array{account: array{id: string, name: string, email: string}, until: string|null, failures: int}>, unknown: int, sources: list<array{kind: string, source: string, failures: int, until: string}>}
     */
    public function all(bool $withSources): array
    {
        $held = $this->addresses->now(self::MOST);
        $there = $this->accounts->byLookupKeys(array_column($held, 'lookup_key'));
        $accounts = [];
        foreach ($held as $one) {
            $account = $there[$one['lookup_key']] ?? null;
            if ($account !== null && $this->sight->includes($account->id)) {
                $accounts[] = [
                    'account' => ['id' => $account->id, 'name' => $account->name, 'email' => $account->email],
                    // Where waiting does not help there is no moment to wait for.
                    'until' => $one['is_ceiling'] ? null : $one['until'],
                    'failures' => $one['failures'],
                ];
            }
        }

        return ['accounts' => $accounts, 'unknown' => $withSources ? count($held) - count($there) : 0, 'sources' => $withSources ? $this->sources->now(self::MOST) : []];
    }

    /** @throws Refusal for no reason, for who is out of reach */
    public function releaseAccount(string $accountId, string $reason, SignedIn $operator): void
    {
        $this->requireReason($reason);
        $this->database->transaction(function () use ($accountId, $reason, $operator): void {
            $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
            $this->authority->require($operator, $account);
            $this->brakes->release($account->lookup_key, $account->id);
            $this->audit->record('signin.released', $operator->asOperator(), $account->reference(), [], [], trim($reason));
        });
    }

    /**
     * @param  'source'|'net'|'service'  $kind
     *
     * @throws Refusal for no reason
     */
    public function releaseSource(string $kind, string $source, string $reason, SignedIn $operator): void
    {
        $this->requireReason($reason);
        $this->database->transaction(function () use ($kind, $source, $reason, $operator): void {
            $this->brakes->releaseSource($kind, $source);
            $this->audit->record('signin.source_released', $operator->asOperator(), null, [], ['kind' => $kind, 'source' => $source], trim($reason));
        });
    }

    private function requireReason(string $reason): void
    {
        $reasons = WrittenReason::reasonsAgainst($reason);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
    }
}
