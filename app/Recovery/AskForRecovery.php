<?php

declare(strict_types=1);

namespace Kennel\App\Recovery;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Signup\Decoy;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\Status;

/**
 * Answers a request for a new password the same for everybody, and in the same time: where there is no account, or none that may
 * sign in, the message is made all the same and undone.
 */
final readonly class AskForRecovery
{
    public function __construct(private ConnectionInterface $database, private Accounts $accounts, private SendRecovery $send, private Decoy $decoy, private AuditTrail $audit)
    {
    }

    public function __invoke(EmailAddress $address): void
    {
        $this->database->transaction(function () use ($address): void {
            $account = $this->accounts->byAddress($address);
            $mayHave = $account !== null && in_array($account->status, [Status::Active, Status::Pending], true) && $this->send->isDue($account);
            $this->audit->record('account.recovery_asked', Actor::stranger(), $account?->reference());
            if ($mayHave) {
                ($this->send)($account);
            } else {
                $this->pretend($account ?? $this->accounts->first());
            }
        });
    }

    private function pretend(?Account $somebody): void
    {
        if ($somebody !== null) {
            $this->decoy->spendTheTimeOf(fn () => ($this->send)($somebody));
        }
    }
}
