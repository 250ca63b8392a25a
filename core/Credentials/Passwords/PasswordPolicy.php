<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Credentials\Passwords\Policy\Bytes;
use Kennel\Core\Credentials\Passwords\Policy\Candidate;
use Kennel\Core\Credentials\Passwords\Policy\EnoughGuesses;
use Kennel\Core\Credentials\Passwords\Policy\Kinds;
use Kennel\Core\Credentials\Passwords\Policy\Length;
use Kennel\Core\Credentials\Passwords\Policy\NotCommon;
use Kennel\Core\Credentials\Passwords\Policy\NotKnown;
use Kennel\Core\Credentials\Passwords\Policy\NotTheAddress;
use Kennel\Core\Credentials\Passwords\Policy\PasswordVerdict;
use Kennel\Core\Credentials\Passwords\Policy\PolicyRule;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** Whether a new password may be set. Never asked at sign-in: yesterday's password may break today's rule and still be right. */
final readonly class PasswordPolicy
{
    public function __construct(private PasswordRules $rules, private HashingRules $hashing, private Blocklist $blocklist, private EstimateGuesses $estimate)
    {
    }

    /** @return list<PolicyRule> in the order people would mend them */
    public function rules(): array
    {
        $most = $this->hashing->mostBytes();
        $rules = [
            Length::atLeast($this->rules->minimum),
            Length::atMost($this->rules->maximum),
            // Said only where it can bite: so many code points may be more bytes than the hash holds.
            ...$most !== null && 4 * $this->rules->maximum > $most ? [new Bytes($most)] : [],
            new NotCommon($this->blocklist),
            new NotKnown,
            new NotTheAddress,
        ];
        foreach ($this->rules->askedKinds() as $kind => $minimum) {
            $rules[] = new Kinds($kind, $minimum);
        }

        return $this->rules->guesses === 0 ? $rules : [...$rules, new EnoughGuesses($this->rules->guesses)];
    }

    /** @param  list<string>  $words  of the account and the service, such as its name */
    public function candidate(PreparedPassword $password, ?EmailAddress $address, array $words = []): Candidate
    {
        return new Candidate($password, $address, [...$this->rules->words, ...$words], ($this->estimate)(...));
    }

    /** Of what cannot be a password at all, or is none yet: no rule is met. */
    public function verdict(?Candidate $candidate): PasswordVerdict
    {
        return new PasswordVerdict(
            array_map(static fn (PolicyRule $rule): array => ['rule' => $rule, 'is_met' => $candidate !== null && $rule->isMetBy($candidate)], $this->rules()),
            $candidate,
        );
    }

    /**
     * @param  list<string>  $words  of the account and the service, such as its name
     * @return list<Reason> every rule that is broken
     */
    public function reasonsAgainst(PreparedPassword $password, ?EmailAddress $address, array $words = []): array
    {
        return $this->verdict($this->candidate($password, $address, $words))->reasons();
    }
}
