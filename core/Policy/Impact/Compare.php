<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Impact;

use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;

/** What changes for whom when one rule book follows another. */
final readonly class Compare
{
    /** Reasons that depend on the address alone, so that they can be given again for a sign-up of which only the domain was kept. */
    private const OF_THE_ADDRESS = ['email.domain_not_listed', 'email.domain_refused', 'email.throwaway', 'signup.invited_only', 'signup.nobody_only'];

    /** @var list<string> only these can make a difference; judging the others twice would be most of the work */
    private array $fields;

    private bool $isOtherPolicy;

    public function __construct(private Judge $before, private Judge $after)
    {
        $this->fields = $before->fieldsUnlike($after);
        $this->isOtherPolicy = serialize($before->passwordRules()) !== serialize($after->passwordRules()) || $before->mostPasswordBytes() !== $after->mostPasswordBytes();
    }

    /** @return list<Finding> */
    public function onAccount(AccountFacts $account): array
    {
        if ($account->status === Status::Closed) {
            return [];
        }
        $findings = [];
        [$owedBefore, $owedAfter] = [$this->before->owed($account, $this->fields), $this->after->owed($account, $this->fields)];
        foreach (array_diff_key($owedAfter, $owedBefore) as $owed) {
            $findings[] = new Finding(Finding::GAINS_DUTY, $owed->reason);
        }
        foreach ($this->settled($owedBefore, $owedAfter) as $owed) {
            $findings[] = new Finding(Finding::LOSES_DUTY, $owed->reason);
        }
        if ($account->appKey !== null) {
            $findings = [
                ...$findings,
                ...$this->admission($account->appKey, substr((string) strrchr($account->email, '@'), 1), Finding::REFUSED, Finding::ADMITTED),
            ];
        }
        foreach (array_diff_key($this->after->misfits($account, $this->fields), $this->before->misfits($account, $this->fields)) as $reason) {
            $findings[] = new Finding(Finding::MISFIT, $reason);
        }

        return [...$findings, ...$this->ofThePassword($account)];
    }

    /**
     * @param  list<string>  $codes  of the reasons it was refused for; empty when it was accepted
     * @return list<Finding>
     */
    public function onPastSignup(string $app, string $domain, array $codes): array
    {
        // What was typed is not kept; its reasons hold under any rules that leave what they are about alone.
        $others = array_diff($codes, self::OF_THE_ADDRESS);
        if ($others !== [] || $domain === '') {
            return [];
        }

        return $this->admission($app, $domain, Finding::PAST_REFUSED, Finding::PAST_ADMITTED);
    }

    /**
     * A newer version of the terms takes the place of the older duty; that is no duty lost.
     *
     * @param  array<string, Owed>  $before
     * @param  array<string, Owed>  $after
     * @return list<Owed>
     */
    private function settled(array $before, array $after): array
    {
        $still = array_map(static fn (Owed $owed): string => $owed->duty->value.'/'.$owed->reason->field, $after);

        return array_values(array_filter(
            array_diff_key($before, $after),
            static fn (Owed $owed): bool => ! in_array($owed->duty->value.'/'.$owed->reason->field, $still, true),
        ));
    }

    /** @return list<Finding> */
    private function ofThePassword(AccountFacts $account): array
    {
        $findings = $this->isOtherPolicy ? [new Finding(Finding::NEXT_CHANGE, new Reason('password.policy', 'password'))] : [];
        if ($account->hashKind === $this->before->hashKind() && $account->hashKind !== $this->after->hashKind()) {
            $findings[] = new Finding(Finding::NEXT_SIGNIN, new Reason('password.hashing', 'hashing'));
        }

        return $findings;
    }

    /** @return list<Finding> */
    private function admission(string $app, string $domain, string $refused, string $admitted): array
    {
        $before = $this->before->reasonAgainstDomain($app, $domain);
        $after = $this->after->reasonAgainstDomain($app, $domain);

        return match (true) {
            $before === null && $after !== null => [new Finding($refused, $this->named($after))],
            $before !== null && $after === null => [new Finding($admitted, $this->named($before))],
            default => [],
        };
    }

    /** A list of domains says nothing more about each of a thousand accounts. */
    private function named(Reason $reason): Reason
    {
        return new Reason($reason->code, $reason->field);
    }
}
