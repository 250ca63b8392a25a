<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** Lets an account off one thing it owes: this address's proof, this version of the terms, this field. Nothing that comes later. */
final readonly class WaiveDuty
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private Standings $standings,
        private Waivers $waivers,
        private AuditTrail $audit,
        private MarkComplete $markComplete,
        private OperatorAuthority $authority,
    ) {
    }

    /**
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when there is none, when it changed meanwhile, for what is invalid
     */
    public function __invoke(string $id, string $subject, string $why, SignedIn $operator, SeenVersion $seen): Account
    {
        return $this->database->transaction(function () use ($id, $subject, $why, $operator, $seen): Account {
            $account = $this->accounts->find($id) ?? throw Refusal::notFound();
            $seen->require($account->version);
            $this->authority->require($operator, $account);
            $reasons = [...WrittenReason::reasonsAgainst($why), ...$this->reasonsAgainst($account, $subject)];
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $this->waivers->add($account->id, $subject, $operator->name, trim($why), Moment::write($this->clock->now()));
            $this->accounts->touch($account);
            $this->audit->record('account.duty_waived', $operator->asOperator(), $account->reference(), ['owed' => $subject], ['owed' => 'waived'], trim($why));
            ($this->markComplete)($account);

            return $account;
        });
    }

    /** @return list<Reason> */
    private function reasonsAgainst(Account $account, string $subject): array
    {
        foreach ($this->standings->of($account)->owed as $owed) {
            if ($owed->subject === $subject) {
                return $owed->isWaivable ? [] : [new Reason('duty.not_waivable', 'subject')];
            }
        }

        return [new Reason('duty.not_owed', 'subject')];
    }
}
