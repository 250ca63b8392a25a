<?php

declare(strict_types=1);

namespace Kennel\Core\Accounts;

use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\WrittenReason;

/** Whether an operator may suspend or restore an account. */
final class ChangeStatus
{
    /**
     * @param  bool  $isSelf  the operator asks about their own account
     * @param  bool  $isLastKeeper  nobody usable who may do everything would be left
     * @return list<Reason> empty when it may be done
     */
    public function suspend(Status $status, string $why, bool $isSelf, bool $isLastKeeper): array
    {
        $reasons = WrittenReason::reasonsAgainst($why);
        if ($status === Status::Suspended || $status === Status::Closed) {
            $reasons[] = new Reason("account.already_{$status->value}");
        }
        if ($isLastKeeper) {
            $reasons[] = new Reason('account.last_keeper');
        } elseif ($isSelf) {
            $reasons[] = new Reason('account.self');
        }

        return $reasons;
    }

    /** @return list<Reason> empty when it may be done */
    public function restore(Status $status, string $why): array
    {
        $reasons = WrittenReason::reasonsAgainst($why);
        if ($status !== Status::Suspended) {
            $reasons[] = new Reason('account.not_suspended');
        }

        return $reasons;
    }

    /** What a restored account becomes: never proven by being restored. */
    public function restored(bool $emailProven): Status
    {
        return $emailProven ? Status::Active : Status::Pending;
    }
}
