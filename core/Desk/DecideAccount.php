<?php

declare(strict_types=1);

namespace Kennel\Core\Desk;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Mail\Reach;
use Kennel\Core\Reasons\Mistakes;
use Kennel\Core\Reasons\Reason;
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
        $mistakes = new Mistakes;
        $name = $mistakes->attempt(static fn (): PersonName => PersonName::parse($input->name));
        $email = $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($input->email));
        $mistakes->add($email === null ? null : $this->reach->reasonAgainst($email));
        $way = FirstWayIn::tryFrom($input->way);
        $mistakes->add($way === null ? new Reason('account.way_unknown', 'way') : null);
        $why = trim($input->why);
        if ($input->isVouchedFor || $why !== '') {
            $mistakes->add(...WrittenReason::reasonsAgainst($input->why));
        }
        $reasons = $mistakes->all();
        if ($name === null || $email === null || $way === null || $reasons !== []) {
            assert($reasons !== []);

            return $reasons;
        }

        return new AccountPlan($name, $email, $way, $input->isVouchedFor, $why === '' ? null : $why);
    }
}
