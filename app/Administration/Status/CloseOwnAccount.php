<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Status;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Authorization\Keepers;
use Kennel\App\Credentials\Passwords\CurrentPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\DecideStatus;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Secrets\Secret;

/** A holder leaves. For a while an operator can reopen the account; then it is deleted with all it holds. */
final readonly class CloseOwnAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private CurrentPassword $password,
        private Keepers $keepers,
        private DecideStatus $decide,
        private WriteStatus $write,
    ) {
    }

    /** @throws Refusal for another password, for the last keeper, when it changed meanwhile */
    public function __invoke(SignedIn $holder, Secret $current): Account
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $this->password->require($account, $current);
        $verified = $account->password_hash;

        return $this->database->transaction(function () use ($holder, $verified): Account {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            if ($account->password_hash !== $verified) {
                throw Refusal::changedMeanwhile();
            }
            $reasons = $this->decide->byHolder(StatusAct::Close, $account->status, $this->keepers->isLast($account));
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }

            return ($this->write)($account, StatusAct::Close, $holder->asHolder(), null);
        });
    }
}
