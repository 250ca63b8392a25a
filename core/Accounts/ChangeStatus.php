<?php

declare(strict_types=1);

namespace Kennel\Core\Accounts;

use Kennel\Core\Rules\Reason;

/** Whether an operator may suspend or restore an account. */
final class ChangeStatus
{
    /** In code points; an audit line, not an essay. */
    public const MAXIMUM_REASON = 500;

    /**
     * @param  bool  $isSelf  the operator asks about their own account
     * @param  bool  $isLastManager  no other usable account could manage accounts afterwards
     * @return list<Reason> empty when it may be done
     */
    public function suspend(Status $status, string $why, bool $isSelf, bool $isLastManager): array
    {
        $reasons = $this->explain($why);
        if ($status === Status::Suspended || $status === Status::Closed) {
            $reasons[] = new Reason("account.already_{$status->value}");
        }
        if ($isLastManager) {
            $reasons[] = new Reason('account.last_manager');
        } elseif ($isSelf) {
            $reasons[] = new Reason('account.self');
        }

        return $reasons;
    }

    /** @return list<Reason> empty when it may be done */
    public function restore(Status $status, string $why): array
    {
        $reasons = $this->explain($why);
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

    /** @return list<Reason> */
    private function explain(string $why): array
    {
        return match (true) {
            trim($why) === '' => [new Reason('reason.required', 'reason')],
            mb_strlen($why) > self::MAXIMUM_REASON => [new Reason('reason.too_long', 'reason', ['maximum' => self::MAXIMUM_REASON])],
            preg_match('/[^\P{Cc}\n\t]/u', $why) === 1 => [new Reason('reason.characters', 'reason')],
            default => [],
        };
    }
}
