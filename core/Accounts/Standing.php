<?php

declare(strict_types=1);

namespace Kennel\Core\Accounts;

use Kennel\Core\Rules\Reason;

/**
 * Status and outstanding duties, weighed into what the account may do now. The one place that answers it; every door asks here.
 */
final readonly class Standing
{
    /**
     * @param  list<Duty>  $duties
     * @param  list<Reason>  $reasons  empty when access is full
     */
    private function __construct(
        public Access $access,
        public array $duties,
        public array $reasons,
    ) {
    }

    public static function of(AccountFacts $account): self
    {
        if ($account->status === Status::Suspended || $account->status === Status::Closed) {
            return new self(Access::None, [], [new Reason("account.{$account->status->value}")]);
        }
        $duties = $account->emailProven ? [] : [Duty::VerifyEmail];

        return new self(
            $duties === [] ? Access::Full : Access::Limited,
            $duties,
            array_map(static fn (Duty $duty): Reason => new Reason("duty.{$duty->value}"), $duties),
        );
    }

    public function maySignIn(): bool
    {
        return $this->access !== Access::None;
    }
}
