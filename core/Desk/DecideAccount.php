<?php

declare(strict_types=1);

namespace Kennel\Core\Desk;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Mail\Reach;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\Refused;
use Kennel\Core\Reasons\WrittenReason;

/**
 * Whether an operator may make an account of what they typed. Who may sign up by themselves is no matter here: the operator is the one who
 * lets people in whom the form turns away. Whether the address is taken, the act looks up.
 */
final readonly class DecideAccount
{
    public function __construct(private Reach $reach)
    {
    }

    /** @return AccountPlan|non-empty-list<Reason> every mistake, in the order of the form */
    public function __invoke(AccountInput $input): AccountPlan|array
    {
        $reasons = [];
        $name = $email = null;
        try {
            $name = PersonName::parse($input->name);
        } catch (Refused $refused) {
            $reasons[] = $refused->reason;
        }
        try {
            $email = EmailAddress::parse($input->email);
        } catch (Refused $refused) {
            $reasons[] = $refused->reason;
        }
        $unreachable = $email === null ? null : $this->reach->reasonAgainst($email);
        if ($unreachable !== null) {
            $reasons[] = $unreachable;
        }
        $way = FirstWayIn::tryFrom($input->way);
        if ($way === null) {
            $reasons[] = new Reason('account.way_unknown', 'way');
        }
        if ($input->isVouchedFor || trim($input->why) !== '') {
            $reasons = [...$reasons, ...WrittenReason::reasonsAgainst($input->why)];
        }
        if ($name === null || $email === null || $way === null || $reasons !== []) {
            assert($reasons !== []);

            return $reasons;
        }

        return new AccountPlan($name, $email, $way, $input->isVouchedFor, trim($input->why) === '' ? null : trim($input->why));
    }
}
