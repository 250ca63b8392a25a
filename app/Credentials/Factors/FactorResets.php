<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Retention\Forgets;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/**
 * Somebody has lost phone and recovery codes: an operator has their factors removed. Not at once: the holder is told, and whoever still has the factor
 * stops it, so that an operator who was talked into it has done no harm yet.
 */
final readonly class FactorResets implements Forgets
{
    private const AT_ONCE = 50;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private Factors $factors,
        private FactorRules $rules,
        private OperatorAuthority $authority,
        private EndSessions $endSessions,
        private Messages $messages,
        private AuditTrail $audit,
    ) {
    }

    public function openOf(string $accountId): ?FactorReset
    {
        return FactorReset::query()->open()->where('account_id', $accountId)->first();
    }

    /** @throws Refusal for no reason, for who is out of reach, without factors, when one is asked for already */
    public function ask(string $accountId, string $reason, SignedIn $operator): FactorReset
    {
        $reasons = WrittenReason::reasonsAgainst($reason);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $this->database->transaction(function () use ($accountId, $reason, $operator): FactorReset {
            $account = $this->reached($accountId, $operator);
            if ($account->factor_since === null) {
                throw Refusal::conflict('factor.none');
            }
            if ($this->openOf($account->id) !== null) {
                throw Refusal::conflict('factor.reset_asked');
            }
            $now = $this->clock->now();
            $reset = FactorReset::query()->create([
                'id' => (string) Str::uuid7(), 'account_id' => $account->id, 'asked_by' => $operator->accountId, 'asked_by_name' => $operator->name, 'reason' => trim($reason),
                'asked_at' => Moment::write($now), 'due_at' => Moment::write($this->rules->resetAfter->after($now)),
            ]);
            $this->audit->record('factor.reset_asked', $operator->asOperator(), $account->reference(), [], ['due_at' => $reset->due_at], trim($reason));
            if ($this->rules->resetAfter->seconds === 0) {
                $this->carryOut($reset, $account);
            } else {
                $this->messages->queueToHolder(MessageKind::FactorReset, $account, 'factors', ['when' => Moment::read($reset->due_at)->format('Y-m-d H:i').' UTC']);
            }

            return $reset;
        });
    }

    /** @throws Refusal when there is none */
    public function stopByHolder(SignedIn $holder): void
    {
        $this->database->transaction(fn () => $this->stop($holder->accountId, $holder->asHolder(), 'holder'));
    }

    /** @throws Refusal when there is none, for who is out of reach */
    public function stopByOperator(string $accountId, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($accountId, $operator): void {
            $this->stop($this->reached($accountId, $operator)->id, $operator->asOperator(), 'operator');
        });
    }

    /** Of one account, when it is time: whoever signs in does not wait for the hourly round. Called inside the act's transaction. */
    public function carryOutDue(Account $account): void
    {
        $reset = $this->openOf($account->id);
        if ($reset !== null && Moment::read($reset->due_at) <= $this->clock->now()) {
            $this->carryOut($reset, $account);
        }
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $done = 0;
        $last = 0;
        do {
            // Each is come by once, also when the clock was set back meanwhile and it is not due after all.
            $due = FactorReset::query()->open()->where('due_at', '<=', Moment::write($now))->where('seq', '>', $last)->orderBy('seq')->limit(self::AT_ONCE)->pluck('account_id', 'seq')->all();
            foreach ($due as $last => $accountId) {
                $done += $this->database->transaction(function () use ($accountId): int {
                    $account = $this->accounts->find($accountId);
                    $account === null || $this->carryOutDue($account);

                    return 1;
                });
            }
        } while (count($due) === self::AT_ONCE);

        return ['factors that were reset' => $done];
    }

    private function carryOut(FactorReset $reset, Account $account): void
    {
        FactorReset::query()->whereKey($reset->seq)->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => 'carried out']);
        $this->factors->removeAll($account);
        $this->endSessions->allOf($account->id, 'factors reset');
        $this->factors->note($account, Actor::operator($reset->asked_by, $reset->asked_by_name), 'reset', $reset->reason);
    }

    private function stop(string $accountId, Actor $by, string $whose): void
    {
        $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
        $stopped = FactorReset::query()->open()->where('account_id', $accountId)->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $whose]);
        if ($stopped === 0) {
            throw Refusal::notFound();
        }
        $this->audit->record('factor.reset_stopped', $by, $account->reference());
    }

    private function reached(string $accountId, SignedIn $operator): Account
    {
        $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
        $this->authority->require($operator, $account);

        return $account;
    }
}
