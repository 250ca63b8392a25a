<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\WrittenReason;

/** An operator ends every session of an account. It may sign in again at once, so nothing of its record changes. */
final readonly class SignOutEverywhere
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private EndSessions $endSessions,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Refusal when there is no such account, for what is invalid */
    public function __invoke(string $id, string $why, SignedIn $operator): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator): Account {
            $account = $this->accounts->find($id) ?? throw Refusal::notFound();
            $this->authority->require($operator, $account);
            $reasons = WrittenReason::reasonsAgainst($why);
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $ended = $this->endSessions->allOf($account->id, 'operator');
            $this->audit->record('account.signed_out_everywhere', $operator->asOperator(), $account->reference(), ['live_sessions' => $ended], ['live_sessions' => 0], trim($why));

            return $account;
        });
    }
}
