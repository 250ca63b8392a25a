<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/**
 * Those who may do everything with Kennel, for good. One who can really sign in is always left: asked inside the transaction of each act that could
 * take the last, so that several at the same moment cannot either.
 */
final readonly class Keepers
{
    public function __construct(
        private Accounts $accounts,
        private Roles $roles,
        private Assignments $assignments,
        private Standings $standings,
        private PasswordHasher $hasher,
        private ClockInterface $clock,
    ) {
    }

    /** Whether there is one at all, usable or not. */
    public function exist(): bool
    {
        return $this->ids() !== [];
    }

    public function includes(Account $account): bool
    {
        return in_array($account->id, $this->ids(), true);
    }

    public function isAnyUsable(): bool
    {
        return array_filter($this->accounts->active($this->ids()), $this->isUsable(...)) !== [];
    }

    /** @return list<string> ids of those who could sign in now and do everything */
    public function usable(): array
    {
        return array_column(array_filter($this->accounts->active($this->ids()), $this->isUsable(...)), 'id');
    }

    /** Whether nobody usable would be left without this account. False for whoever is no keeper. */
    public function isLast(Account $account): bool
    {
        $keepers = $this->ids();
        if (! in_array($account->id, $keepers, true)) {
            return false;
        }
        foreach ($this->accounts->active(array_values(array_diff($keepers, [$account->id]))) as $other) {
            if ($this->isUsable($other)) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> */
    private function ids(): array
    {
        return $this->assignments->holdersForGood($this->roles->readAgain()->graph()->allowing(Permission::Everything->value, null));
    }

    private function isUsable(Account $account): bool
    {
        return $this->standings->of($account)->access === Access::Full
            && $this->hasher->canVerify($account->password_hash)
            && ($account->password_until === null || Moment::read($account->password_until) > $this->clock->now());
    }
}
