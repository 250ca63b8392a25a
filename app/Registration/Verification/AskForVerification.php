<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Anybody;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * Answers a request for another verification link the same for everybody, and in the same time: where none is owed, the message is made
 * all the same and undone.
 */
final readonly class AskForVerification
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Anybody $anybody,
        private Claims $claims,
        private SendVerification $send,
        private Decoy $decoy,
        private Throttle $throttle,
    ) {
    }

    /** @throws \Kennel\App\Foundation\Refusals\Refusal when it is asked for too often */
    public function __invoke(EmailAddress $address, ?Token $browser): void
    {
        $this->throttle->hit('resends_of_address', $address->lookupKey());
        $this->database->transaction(function () use ($address, $browser): void {
            $account = $this->accounts->byAddress($address);
            $isSent = $account !== null && $account->isUnproven() && ($this->send)($account, $this->claims->of($account, $browser));
            $somebody = $isSent ? null : ($this->anybody)();
            if ($somebody !== null) {
                $this->decoy->spendTheTimeOf(fn () => $this->send->send($somebody, $this->claims->of($somebody, $browser)));
            }
        });
    }
}
