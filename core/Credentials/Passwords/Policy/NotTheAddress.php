<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\Unicode;

/** More than the account's address, or the part of it before the @. */
final readonly class NotTheAddress implements PolicyRule
{
    public function isMetBy(Candidate $candidate): bool
    {
        if ($candidate->address === null) {
            return true;
        }
        $folded = $candidate->folded();
        $local = Unicode::fold($candidate->address->local);
        $whole = Unicode::fold($candidate->address->toString());
        if ($folded === $whole || $folded === $local || $folded === $candidate->address->domain) {
            return false;
        }

        // "jo.holm1" is the address with a digit: what is left without the local part says how much was added.
        return mb_strlen($local) < Known::SHORTEST
            || ! str_contains($folded, $local)
            || mb_strlen(str_replace([$whole, $local], '', $folded)) >= Known::MORE_THAN_A_WORD;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason('password.is_address', 'password');
    }
}
