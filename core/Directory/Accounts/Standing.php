<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Status and outstanding duties, weighed into what the account may do now. The one place that answers it; every door asks here.
 */
final readonly class Standing
{
    /**
     * @param  list<Owed>  $owed
     * @param  list<Duty>  $duties  each once
     * @param  list<Reason>  $reasons  empty when access is full
     */
    private function __construct(
        public Access $access,
        public array $owed,
        public array $duties,
        public array $reasons,
    ) {
    }

    public static function of(AccountFacts $account, DutyRules $rules): self
    {
        if (! $account->status->maySignIn()) {
            return new self(Access::None, [], [], [new Reason("account.{$account->status->value}")]);
        }
        $owed = $rules->owedBy($account);

        return new self(
            $owed === [] ? Access::Full : Access::Limited,
            $owed,
            array_values(array_unique(array_map(static fn (Owed $one): Duty => $one->duty, $owed), SORT_REGULAR)),
            array_map(static fn (Owed $one): Reason => $one->reason, $owed),
        );
    }

    /** Of somebody who will have an account once they sign in for the first time. */
    public static function ofNewcomer(): self
    {
        return new self(Access::Limited, [], [], []);
    }

    public function maySignIn(): bool
    {
        return $this->access !== Access::None;
    }
}
