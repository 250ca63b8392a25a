<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Desk;

use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;

/** What of an edit form can be judged without the account: its name, address, reason, and which transition its status is. */
final readonly class DecideEdit
{
    public function __construct(private Reach $reach)
    {
    }

    /** @return EditPlan|non-empty-list<Reason> every mistake, in the order of the form */
    public function __invoke(AccountEdit $edit, Status $now): EditPlan|array
    {
        $mistakes = new Mistakes;
        $name = $edit->name === null ? null : $mistakes->attempt(static fn (): PersonName => PersonName::parse($edit->name));
        $email = $edit->email === null ? null : $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($edit->email));
        $mistakes->add($email === null ? null : $this->reach->reasonAgainst($email));
        $act = $edit->status === null || $edit->status === $now->value ? null : self::act($edit->status, $now);
        $mistakes->add($edit->status !== null && $edit->status !== $now->value && $act === null ? new Reason('account.no_transition', 'status', ['from' => $now->value, 'to' => $edit->status]) : null);
        $mistakes->add(...WrittenReason::reasonsAgainst($edit->why));
        $mistakes->add($edit->isEmpty() ? new Reason('account.nothing_changes') : null);
        $reasons = $mistakes->all();

        return $reasons === [] ? new EditPlan($name, $email, $act) : $reasons;
    }

    private static function act(string $wanted, Status $now): ?StatusAct
    {
        return match (true) {
            $wanted === Status::Suspended->value => StatusAct::Suspend,
            $wanted === Status::Closed->value => StatusAct::Close,
            $wanted === Status::Active->value && $now === Status::Suspended => StatusAct::Restore,
            $wanted === Status::Active->value && $now === Status::Closed => StatusAct::Reopen,
            default => null,
        };
    }
}
