<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Policy;

use Kennel\Core\Foundation\Reasons\Reason;

/** More than a name of the account or the service, disguised or not. */
final readonly class NotKnown implements PolicyRule
{
    public function isMetBy(Candidate $candidate): bool
    {
        $known = Known::in($candidate->words);
        foreach ($known === [] ? [] : $candidate->meant() as $text) {
            $left = str_replace($known, '', $text, $found);
            if ($found > 0 && mb_strlen(preg_replace('/[^\p{L}\p{N}]+/u', '', $left) ?? $left) < Known::MORE_THAN_A_WORD) {
                return false;
            }
        }

        return true;
    }

    public function reason(?Candidate $candidate = null): Reason
    {
        return new Reason('password.is_word', 'password');
    }
}
