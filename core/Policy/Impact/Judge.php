<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Impact;

use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Credentials\Passwords\PasswordPolicy;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\DecideSignup;
use Kennel\Core\Registration\Signup\DomainPolicy;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Core\Registration\Signup\SignupVerdict;
use Kennel\Core\Registration\Signup\ThrowawayDomains;

/** One whole rule book at work: what it says of a sign-up, and of an account there is. */
final class Judge
{
    /** @var array<string, Reason|null> by app and domain: the same for everybody of one domain */
    private array $byDomain = [];

    private function __construct(
        private readonly RuleBook $book,
        private readonly DecideSignup $decideSignup,
        private readonly DecideFields $decideFields,
        private readonly DutyRules $duties,
        private readonly \DateTimeImmutable $now,
    ) {
    }

    /** @param  \Closure(list<string>): list<string>  $including  roles, and those that include one of them */
    public static function of(
        RuleBook $book,
        Blocklist $blocklist,
        WordRanks $words,
        ThrowawayDomains $throwaway,
        FieldTypes $types,
        \DateTimeImmutable $now,
        \Closure $including,
    ): self {
        $decideFields = new DecideFields($types);
        $decideSignup = new DecideSignup(
            new PasswordPolicy($book->password, $book->hashing, $blocklist, new EstimateGuesses($words, (int) $now->format('Y'))),
            new DomainPolicy($book->signup, $throwaway),
            $book->fields,
            $decideFields,
            $book->signup->terms,
            Reach::everywhere(),
        );

        return new self($book, $decideSignup, $decideFields, new DutyRules($book->fields, $book->signup->terms->version, $decideFields, $now, $book->factorDemand($including)), $now);
    }

    /** Of somebody nobody knows yet; an app the rules do not mention takes nobody. */
    public function signup(string $app, SignupInput $input): SignupVerdict
    {
        $rules = $this->book->apps[$app] ?? null;

        return $rules === null
            ? SignupVerdict::refused([new Reason('signup.nobody_only')])
            : ($this->decideSignup)($input, $rules, static fn (): bool => false, $this->now);
    }

    /** Why nobody of a domain could sign up on an app; null when they could. */
    public function reasonAgainstDomain(string $app, string $domain): ?Reason
    {
        $key = "{$app} {$domain}";
        if (! array_key_exists($key, $this->byDomain)) {
            $this->byDomain[$key] = $this->judgeDomain($app, $domain);
        }

        return $this->byDomain[$key];
    }

    /** @return list<string> keys of fields that are not defined the same by another book, on either side */
    public function fieldsUnlike(self $other): array
    {
        $keys = array_keys($this->book->fields->all + $other->book->fields->all);

        return array_values(array_filter(
            $keys,
            fn (string $key): bool => serialize($this->book->fields->find($key)) !== serialize($other->book->fields->find($key)),
        ));
    }

    /**
     * @param  list<string>  $fields  the keys of fields to look at
     * @return array<string, Owed> by subject
     */
    public function owed(AccountFacts $account, array $fields): array
    {
        $owed = [];
        foreach ($this->duties->owedBy($account, $fields) as $one) {
            $owed[$one->subject] = $one;
        }

        return $owed;
    }

    /**
     * @param  list<string>  $fields  the keys of fields to look at
     * @return array<string, Reason> why stored values do not fit, by field
     */
    public function misfits(AccountFacts $account, array $fields): array
    {
        $misfits = [];
        foreach (array_intersect_key($account->fields, array_flip($fields)) as $key => $value) {
            $field = $this->book->fields->find($key);
            $reason = $field instanceof Field ? $this->decideFields->misfit($field, $value, $this->now) : new Reason('field.gone', "fields.{$key}");
            if ($reason !== null) {
                $misfits[$key] = $reason;
            }
        }

        return $misfits;
    }

    private function judgeDomain(string $app, string $domain): ?Reason
    {
        $rules = $this->book->apps[$app] ?? null;
        if ($rules === null) {
            return new Reason('signup.nobody_only');
        }
        try {
            return $this->decideSignup->reasonAgainstAddress(EmailAddress::parse("somebody@{$domain}"), $rules, static fn (): bool => false);
        } catch (Refused $refused) {
            return $refused->reason;
        }
    }

    public function disclosure(): DisclosureRules
    {
        return $this->book->disclosure;
    }

    public function passwordRules(): PasswordRules
    {
        return $this->book->password;
    }

    /** The most bytes a password can have; null for any. */
    public function mostPasswordBytes(): ?int
    {
        return $this->book->hashing->mostBytes();
    }

    public function hashKind(): string
    {
        return $this->book->hashing->kind();
    }
}
