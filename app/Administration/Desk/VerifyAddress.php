<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Administration\Status\WriteStatus;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Registration\Verification\Claims;
use Kennel\Core\Directory\Accounts\DecideStatus;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Reasons\Reason;

/** An operator vouches for an address: it counts as verified, and what others claimed of it is dropped. */
final readonly class VerifyAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private DecideStatus $decide,
        private Claims $claims,
        private WriteStatus $write,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $id, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $why, $operator, $seen): Account {
            $account = $this->accounts->find($id) ?? throw Refusal::notFound();
            $seen->require($account->version);
            $this->authority->require($operator, $account);
            $reasons = $account->email_proven_at !== null
                ? [new Reason('verification.not_owed')]
                : $this->decide->byOperator(StatusAct::Prove, $account->status, $why, $account->id === $operator->accountId, false);
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $this->claims->settle($account);

            return ($this->write)($account, StatusAct::Prove, $operator->asOperator(), trim($why));
        });
    }
}
