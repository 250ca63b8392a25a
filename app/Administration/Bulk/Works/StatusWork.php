<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Administration\Status\WriteStatus;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Directory\Accounts\DecideStatus;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Directory\Accounts\Transition;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Suspends, restores, closes, reopens or verifies many, by the table of transitions. */
final readonly class StatusWork implements Work
{
    use TakesNothing;

    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private DecideStatus $decide,
        private EndSessions $endSessions,
        private Challenges $challenges,
        private Claims $claims,
        private Messages $messages,
        private MarkComplete $markComplete,
        private RetentionRules $retention,
        private StatusAct $act,
    ) {
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $planned = [];
        foreach ($accounts as $account) {
            $reasons = $this->decide->ofManyByOperator($this->act, $account->status, $account->id === $operatorId);
            $planned[$account->seq] = $reasons === []
                ? new Change(['status' => $account->status->value], ['status' => $this->act->to($this->act === StatusAct::Prove || $account->email_proven_at !== null)->value])
                : $reasons[0]->code;
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        $now = Moment::write($this->clock->now());
        // To undo an act is the act that the table names for it.
        $act = $run->undo_of === null ? $this->act : $this->act->transition()->undoneBy ?? throw new \LogicException("{$this->act->value} cannot be undone.");
        $line = $act->transition();
        foreach ($this->byStatus($accounts, $changes) as $status => $some) {
            $becomes = Status::from($status);
            $isClosed = $becomes === Status::Closed;
            $this->accounts->changeAll($some, [
                'status' => $status,
                'status_reason' => $isClosed || $becomes === Status::Suspended ? $run->why : null,
                'closed_at' => $isClosed ? $now : null,
                ...$act === StatusAct::Prove ? ['email_proven_at' => $now] : [],
            ]);
            if ($line->endsSessions) {
                $this->endSessions->allOfThese(array_column($some, 'id'), WriteStatus::endedBy($act));
            }
            array_map(fn (Account $account) => $this->oneByOne($account, $act, $line), $some);
        }
    }

    public function weakens(Change $change): bool
    {
        return in_array($change->after['status'], ['suspended', 'closed'], true);
    }

    private function oneByOne(Account $account, StatusAct $act, Transition $line): void
    {
        if ($act === StatusAct::Prove) {
            $this->claims->settle($account);
            ($this->markComplete)($account);
        }
        if ($line->endsLinks) {
            $this->challenges->supersede($account->id, 'status');
        }
        if ($line->tells !== null) {
            $this->messages->queueToHolder(MessageKind::from($line->tells), $account, 'sign-in', WriteStatus::told($this->retention));
        }
    }

    /**
     * @param  list<Account>  $accounts
     * @param  array<int, Change>  $changes
     * @return array<string, non-empty-list<Account>>
     */
    private function byStatus(array $accounts, array $changes): array
    {
        $groups = [];
        foreach ($accounts as $account) {
            $groups[(string) $changes[$account->seq]->after['status']][] = $account;
        }

        return $groups;
    }
}
