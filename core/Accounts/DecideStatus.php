<?php

declare(strict_types=1);

namespace Kennel\Core\Accounts;

use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\WrittenReason;

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
        return [
            ...WrittenReason::reasonsAgainst($why),
            ...$act->transition()->byOperator ? $this->reasonsAgainst($act, $status) : [new Reason('account.not_an_operators')],
            ...$this->selfOrLast($act, $isSelf, $isLastKeeper),
        ];
    }

    /** @return list<Reason> empty when it may be done */
    public function byHolder(StatusAct $act, Status $status, bool $isLastKeeper): array
    {
        return [
            ...$act->transition()->byHolder ? $this->reasonsAgainst($act, $status) : [new Reason('account.not_a_holders')],
            ...$this->selfOrLast($act, false, $isLastKeeper),
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

    /** @return list<Reason> against an operator who would lock out themselves, or everybody */
    private function selfOrLast(StatusAct $act, bool $isSelf, bool $isLastKeeper): array
    {
        return match (true) {
            ! $act->transition()->endsSessions => [],
            $isLastKeeper => [new Reason('account.last_keeper')],
            $isSelf => [new Reason('account.self')],
            default => [],
        };
    }
}
