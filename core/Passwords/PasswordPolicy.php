<?php

declare(strict_types=1);

namespace Kennel\Core\Passwords;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\SearchText;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Text\Unicode;

/** Whether a new password may be set. Never asked at sign-in: yesterday's password may break today's rule and still be right. */
final readonly class PasswordPolicy
{
    /** Shorter local parts turn up inside good passwords by chance. */
    private const LOCAL_PART_THAT_COUNTS = 4;

    /** What has to be there besides a word, in characters, for the rest to count. */
    private const MORE_THAN_A_WORD = 6;

    public function __construct(private PasswordRules $rules, private Blocklist $blocklist)
    {
    }

    /**
     * @param  list<string>  $words  of the account and the service, such as its name
     * @return list<Reason> every rule that is broken, in the order people would mend them
     */
    public function reasonsAgainst(PreparedPassword $password, ?EmailAddress $address, array $words = []): array
    {
        $reasons = [];
        if ($password->length < $this->rules->minimum) {
            $reasons[] = $this->reason('too_short', ['minimum' => $this->rules->minimum, 'length' => $password->length]);
        }
        if ($password->length > $this->rules->maximum) {
            $reasons[] = $this->reason('too_long', ['maximum' => $this->rules->maximum, 'length' => $password->length]);
        }
        $folded = Unicode::fold($password->secret->reveal());
        $meant = $password->length <= $this->rules->maximum ? Disguise::undo($password->secret->reveal()) : [];
        if (array_filter([$folded, ...$meant], $this->blocklist->contains(...)) !== [] && $meant !== []) {
            $reasons[] = $this->reason('common');
        } elseif ($this->isWord($meant, $words)) {
            $reasons[] = $this->reason('is_word');
        }
        if ($address !== null && $this->isAddress($folded, $address)) {
            $reasons[] = $this->reason('is_address');
        }

        return $reasons;
    }

    /**
     * Whether little more is there than words somebody would guess.
     *
     * @param  list<string>  $meant
     * @param  list<string>  $words
     */
    private function isWord(#[\SensitiveParameter] array $meant, array $words): bool
    {
        $guessed = array_values(array_filter(SearchText::words(implode(' ', $words)), static fn (string $word): bool => mb_strlen($word) >= self::LOCAL_PART_THAT_COUNTS));
        foreach ($guessed === [] ? [] : $meant as $text) {
            $left = str_replace($guessed, '', $text, $found);
            if ($found > 0 && mb_strlen(preg_replace('/[^\p{L}\p{N}]+/u', '', $left) ?? $left) < self::MORE_THAN_A_WORD) {
                return true;
            }
        }

        return false;
    }

    private function isAddress(#[\SensitiveParameter] string $folded, EmailAddress $address): bool
    {
        $local = Unicode::fold($address->local);
        $whole = Unicode::fold($address->toString());
        if ($folded === $whole || $folded === $local || $folded === $address->domain) {
            return true;
        }

        // "oriel.vance1" is the address with a digit: what is left without the local part says how much was added.
        return mb_strlen($local) >= self::LOCAL_PART_THAT_COUNTS
            && str_contains($folded, $local)
            && mb_strlen(str_replace([$whole, $local], '', $folded)) < self::MORE_THAN_A_WORD;
    }

    /** @param  array<string, int>  $parameters */
    private function reason(string $why, array $parameters = []): Reason
    {
        return new Reason("password.{$why}", 'password', $parameters);
    }
}
