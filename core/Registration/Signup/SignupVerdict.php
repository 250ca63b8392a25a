<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Foundation\Reasons\Reason;

/** Accepted, with the values to write; or refused, with every reason at once. */
final readonly class SignupVerdict
{
    /** @param  list<Reason>  $reasons */
    private function __construct(public array $reasons, private ?SignupPlan $plan)
    {
    }

    public static function accepted(SignupPlan $plan): self
    {
        return new self([], $plan);
    }

    /** @param  non-empty-list<Reason>  $reasons */
    public static function refused(array $reasons): self
    {
        return new self($reasons, null);
    }

    public function isAccepted(): bool
    {
        return $this->plan !== null;
    }

    public function plan(): SignupPlan
    {
        return $this->plan ?? throw new \LogicException('A refused sign-up has nothing to write.');
    }

    /** @return list<string> */
    public function codes(): array
    {
        return array_map(static fn (Reason $reason): string => $reason->code, $this->reasons);
    }
}
