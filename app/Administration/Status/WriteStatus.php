<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Status;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Writes a transition that was decided, and does what its line in the table says. Called inside the act's transaction. */
final readonly class WriteStatus
{
    private const EVENTS = [
        'prove' => 'account.address_vouched_for',
        'suspend' => 'account.suspended',
        'restore' => 'account.restored',
        'close' => 'account.closed',
        'reopen' => 'account.reopened',
    ];

    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private EndSessions $endSessions,
        private Challenges $challenges,
        private Messages $messages,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RetentionRules $retention,
    ) {
    }

    public function __invoke(Account $account, StatusAct $act, Actor $by, ?string $why): Account
    {
        $line = $act->transition();
        $before = ['status' => $account->status->value, 'status_reason' => $account->status_reason, 'email_proven_at' => $account->email_proven_at];
        $now = Moment::write($this->clock->now());
        $proven = $act === StatusAct::Prove ? $now : $account->email_proven_at;
        $status = $act->to($proven !== null);
        $this->accounts->change($account, [
            'status' => $status,
            'status_reason' => in_array($status, [Status::Suspended, Status::Closed], true) ? $why : null,
            'email_proven_at' => $proven,
            'closed_at' => $status === Status::Closed ? $now : null,
        ]);
        $after = ['status' => $status->value, 'status_reason' => $account->status_reason, 'email_proven_at' => $proven];
        if ($line->endsSessions) {
            $before['live_sessions'] = $this->endSessions->allOf($account->id, self::endedBy($act));
            $after['live_sessions'] = 0;
        }
        if ($line->endsLinks) {
            $this->challenges->supersede($account->id, 'status');
        }
        if ($line->tells !== null) {
            $this->messages->queueToHolder(MessageKind::from($line->tells), $account, 'sign-in', self::told($this->retention));
        }
        ($this->markComplete)($account);
        $this->audit->record(self::EVENTS[$act->value], $by, $account->reference(), $before, $after, $why);

        return $account;
    }

    /** @return array<string, int> what a message about a status says */
    public static function told(RetentionRules $retention): array
    {
        return ['days' => intdiv($retention->span('closed_accounts')->seconds, 86_400)];
    }

    /** @return string how the sessions ended */
    public static function endedBy(StatusAct $act): string
    {
        return $act === StatusAct::Close ? 'closed' : 'suspended';
    }
}
