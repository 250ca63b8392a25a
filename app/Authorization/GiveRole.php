<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Authorization\DecideAssignment;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** An operator gives an account a role, for good or until a moment, or takes it. Given anew, the one that was held ends. */
final readonly class GiveRole
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private Roles $roles,
        private Assignments $assignments,
        private GiveableRoles $giveable,
        private Apps $apps,
        private Keepers $keepers,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private ClockInterface $clock,
    ) {
    }

    /** @throws Refusal for what is invalid, for a role that is not theirs to give */
    public function give(string $accountId, string $role, ?\DateTimeImmutable $until, ?string $app, string $why, SignedIn $operator): void
    {
        $this->require(WrittenReason::reasonsAgainst($why));
        $this->database->transaction(function () use ($accountId, $role, $until, $app, $why, $operator): void {
            $account = $this->begin($accountId, $role, $operator);
            $given = new Assignment($role, $this->clock->now(), $until, $app, $operator->name, trim($why));
            $held = $this->assignments->heldBy($account->id);
            $this->require((new DecideAssignment($this->roles->graph(), $this->apps->keys(), $this->roles->exclusions()))($given, $held, $this->clock->now()));
            $this->assignments->assign($account->id, $role, $operator->name, trim($why), $until, $app);
            $this->end('role.given', $account, $held, $why, $operator);
        });
    }

    /** @throws Refusal for a role that is not held, or not theirs to take; for the last who may do everything */
    public function take(string $accountId, string $role, string $why, SignedIn $operator): void
    {
        $this->require(WrittenReason::reasonsAgainst($why));
        $this->database->transaction(function () use ($accountId, $role, $why, $operator): void {
            $account = $this->begin($accountId, $role, $operator);
            $held = $this->assignments->heldBy($account->id);
            if (! in_array($role, array_column($this->assignments->of($account->id), 'role'), true)) {
                throw Refusal::invalid([new Reason('role.not_held', 'role')]);
            }
            $this->assignments->takeAll([$account->id], $role, $operator->name, trim($why));
            $this->end('role.taken', $account, $held, $why, $operator);
        });
    }

    private function begin(string $accountId, string $role, SignedIn $operator): Account
    {
        $account = $this->accounts->find($accountId) ?? throw Refusal::notFound();
        $this->roles->readAgain();
        $this->authority->require($operator, $account);
        $this->require(match (true) {
            ! $this->roles->exists($role) => [new Reason('role.unknown', 'role')],
            $account->id === $operator->accountId => [new Reason('account.self', 'role')],
            ! $this->giveable->includes($role, $operator->accountId) => [new Reason('role.beyond_authority', 'role')],
            default => [],
        });

        return $account;
    }

    /** @param  list<Assignment>  $before */
    private function end(string $event, Account $account, array $before, string $why, SignedIn $operator): void
    {
        if (! $this->keepers->isAnyUsable()) {
            throw Refusal::invalid([new Reason('role.last_keeper', 'role')]);
        }
        $this->accounts->touch($account);
        $this->audit->record($event, $operator->asOperator(), $account->reference(), ['roles' => self::told($before)], ['roles' => self::told($this->assignments->heldBy($account->id))], trim($why));
    }

    /** @param  list<Assignment>  $assignments */
    private static function told(array $assignments): string
    {
        return implode(', ', array_map(static fn (Assignment $one): string => $one->role
            .($one->app === null ? '' : " for {$one->app}").($one->until === null ? '' : ' until '.Moment::write($one->until)), $assignments));
    }

    /**
     * @param  list<Reason>  $reasons
     *
     * @throws Refusal
     */
    private function require(array $reasons): void
    {
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
    }
}
