<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Psr\Clock\ClockInterface;

/** The limits that hold for one person's sessions. Roles are looked at only where the rule book has limits of their own for some. */
final readonly class LimitsOfAccount
{
    public function __construct(private SessionRules $rules, private Assignments $assignments, private Roles $roles, private ClockInterface $clock)
    {
    }

    public function of(Account $account): SessionRules
    {
        return $this->narrow($account->app_key, fn (): array => array_column($this->assignments->of($account->id), 'role'));
    }

    /** @param  string  $assignments  what Assignments::SUBQUERY gave */
    public function ofRow(?string $app, string $assignments): SessionRules
    {
        return $this->narrow($app, fn (): array => array_column(Assignments::since($assignments, $this->clock->now()), 0));
    }

    /** @param  \Closure(): list<string>  $held */
    private function narrow(?string $app, \Closure $held): SessionRules
    {
        return $this->rules->areNarrowedForSome()
            ? $this->rules->narrowedFor($app, $this->rules->roles === [] ? [] : $this->roles->graph()->closure($held()))
            : $this->rules;
    }
}
