<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Recovery;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Anybody;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * Answers a request for a new password the same for everybody, and in the same time: where there is no account, or none that may
 * sign in, the message is made all the same and undone.
 */
final readonly class AskForRecovery
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Anybody $anybody,
        private SendRecovery $send,
        private Decoy $decoy,
        private Strangers $strangers,
        private Throttle $throttle,
    ) {
    }

    /** @throws \Kennel\App\Foundation\Refusals\Refusal when it is asked for too often */
    public function __invoke(EmailAddress $address): void
    {
        $this->throttle->hit('recoveries_of_address', $address->lookupKey());
        $this->database->transaction(function () use ($address): void {
            $account = $this->accounts->byAddress($address);
            $mayHave = $account !== null && in_array($account->status, [Status::Active, Status::Pending], true) && $this->send->isDue($account);
            $this->strangers->note('account.recovery_asked', $account?->reference());
            if ($mayHave) {
                ($this->send)($account);
            } else {
                $this->pretend($account ?? ($this->anybody)());
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
