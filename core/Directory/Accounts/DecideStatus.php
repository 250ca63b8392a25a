<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;

/** Whether the status of an account may be changed, by the table of transitions (StatusAct). */
final class DecideStatus
{
    /**
     * @param  string  $why  what the operator says
     * @param  bool  $isSelf  the operator asks about their own account
     * @param  bool  $isLastKeeper  nobody usable who may do everything would be left
     * @return list<Reason> empty when it may be done
     */
    public function byOperator(StatusAct $act, Status $status, string $why, bool $isSelf, bool $isLastKeeper): array
    {
        // Of two ways to say the same, the one that says what to do.
        return [...WrittenReason::reasonsAgainst($why), ...$this->ofManyByOperator($act, $status, $isSelf && ! $isLastKeeper), ...$this->againstTheLast($act, $isLastKeeper)];
    }

    /**
     * One of many, of whom the operator says why once, and of whom a keeper is left.
     *
     * @return list<Reason> empty when it may be done
     */
    public function ofManyByOperator(StatusAct $act, Status $status, bool $isSelf): array
    {
        return [
            ...$act->transition()->byOperator ? $this->reasonsAgainst($act, $status) : [new Reason('account.not_an_operators')],
            ...$isSelf && $act->transition()->endsSessions ? [new Reason('account.self')] : [],
        ];
    }

    /** @return list<Reason> empty when it may be done */
    public function byHolder(StatusAct $act, Status $status, bool $isLastKeeper): array
    {
        return [
            ...$act->transition()->byHolder ? $this->reasonsAgainst($act, $status) : [new Reason('account.not_a_holders')],
            ...$this->againstTheLast($act, $isLastKeeper),
        ];
    }

    /** @return list<Reason> */
    private function reasonsAgainst(StatusAct $act, Status $status): array
    {
        return match (true) {
            in_array($status, $act->transition()->from, true) => [],
            $act === StatusAct::Restore => [new Reason('account.not_suspended')],
            $act === StatusAct::Reopen => [new Reason('account.not_closed')],
            default => [new Reason("account.already_{$status->value}")],
        };
    }

    /** @return list<Reason> against who would lock out everybody */
    private function againstTheLast(StatusAct $act, bool $isLastKeeper): array
    {
        return $isLastKeeper && $act->transition()->endsSessions ? [new Reason('account.last_keeper')] : [];
    }
}
