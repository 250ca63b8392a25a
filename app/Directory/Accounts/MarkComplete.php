<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Identity\Access;
use Psr\Clock\ClockInterface;

/** Notes when an account first owed nothing: the last step of the sign-up funnel. Called by every act that can settle a duty. */
final readonly class MarkComplete
{
    public function __construct(private Standings $standings, private ClockInterface $clock)
    {
    }

    public function __invoke(Account $account): void
    {
        if ($account->completed_at === null && $this->standings->of($account)->access === Access::Full) {
            $account->fill(['completed_at' => Moment::write($this->clock->now())])->save();
        }
    }
}
