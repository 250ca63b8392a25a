<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Status;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Authorization\Keepers;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\Core\Directory\Accounts\DecideStatus;
use Kennel\Core\Directory\Accounts\StatusAct;

/** An operator suspends, restores, closes or reopens an account, with all that goes with it, in one transaction. */
final readonly class ChangeStatus
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Keepers $keepers,
        private OperatorAuthority $authority,
        private DecideStatus $decide,
        private WriteStatus $write,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $id, StatusAct $act, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $act, $why, $operator, $seen): Account {
            $account = $this->accounts->find($id) ?? throw Refusal::notFound();
            $seen->require($account->version);
            $this->authority->require($operator, $account);
            $reasons = $this->decide->byOperator($act, $account->status, $why, $account->id === $operator->accountId, $this->keepers->isLast($account));
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }

            return ($this->write)($account, $act, $operator->asOperator(), trim($why));
        });
    }
}
