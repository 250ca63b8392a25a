<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** What the policy says of one password: each rule, met or not. */
final readonly class PasswordVerdict
{
    /** @param  list<array{rule: PolicyRule, is_met: bool}>  $rules */
    public function __construct(public array $rules, private ?Candidate $candidate)
    {
    }

    /** @return list<Reason> of the rules that are broken */
    public function reasons(): array
    {
        return array_map(
            fn (array $one): Reason => $one['rule']->reason($this->candidate),
            array_values(array_filter($this->rules, static fn (array $one): bool => ! $one['is_met'])),
        );
    }
}
