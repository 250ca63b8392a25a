<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Credentials\Throttling\Attempt;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Foundation\Throttling\ThrottleRules;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Tells the holder that somebody is trying passwords on their account: not at each of them, and at most once a day. Called inside the act's transaction. */
final readonly class TellAttacked
{
    private const HOURS = 24;

    public function __construct(private ThrottleRules $rules, private Messages $messages, private ClockInterface $clock)
    {
    }

    public function __invoke(Account $account, Attempt $attempt): void
    {
        if ($this->rules->tellAfter === 0 || $attempt->inARow < $this->rules->tellAfter) {
            return;
        }
        $last = $this->messages->lastSent($account->id, MessageKind::SigninsRefused);
        if ($last === null || $last->modify('+'.self::HOURS.' hours') <= $this->clock->now()) {
            $this->messages->queueToHolder(MessageKind::SigninsRefused, $account, 'recover', ['failures' => $attempt->inARow]);
        }
    }
}
