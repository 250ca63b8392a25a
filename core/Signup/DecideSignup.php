<?php

declare(strict_types=1);

namespace Kennel\Core\Signup;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Apps\AppRules;
use Kennel\Core\Fields\DecideFields;
use Kennel\Core\Fields\Field;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Fields\Required;
use Kennel\Core\Mail\Reach;
use Kennel\Core\Passwords\PasswordPolicy;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\Refused;
use Kennel\Core\Secrets\Secret;

/**
 * The sign-up verdict: one function for the form while it is typed and for the submit.
 *
 * Reasons come in the order of the form. On a discreet app, whether the address is registered is no part of the verdict: a stranger
 * must not learn that, so the act answers it by mail.
 */
final readonly class DecideSignup
{
    public function __construct(
        private PasswordPolicy $policy,
        private DomainPolicy $domains,
        private FieldRules $fields,
        private DecideFields $decideFields,
        private TermsRules $terms,
        private Reach $reach,
    ) {
    }

    /** @param  \Closure(EmailAddress): bool  $isRegistered  asked only where the app says so openly */
    public function __invoke(SignupInput $input, AppRules $app, \Closure $isRegistered, \DateTimeImmutable $now): SignupVerdict
    {
        $reasons = [];
        $name = $this->attempt(static fn (): PersonName => PersonName::parse($input->name ?? ''), $reasons);
        $email = $this->attempt(static fn (): EmailAddress => EmailAddress::parse($input->email ?? ''), $reasons);
        $refusal = $this->reasonAgainstAddress($email, $app, $isRegistered);
        if ($refusal !== null) {
            $reasons[] = $refusal;
        }
        $password = $this->attempt(static fn (): PreparedPassword => PreparedPassword::from($input->password ?? new Secret('')), $reasons);
        if ($password !== null) {
            $reasons = [...$reasons, ...$this->policy->reasonsAgainst($password, $email, [$input->name ?? '', $app->look->name])];
        }
        $fields = ($this->decideFields)($this->askedAtSignup($app->key), $input->fields, [Required::AtSignup], $now);
        $reasons = [...$reasons, ...$fields->reasons];
        if ($this->terms->areAsked() && $input->terms !== $this->terms->version) {
            $reasons[] = new Reason(
                $input->terms === null || $input->terms === '' ? 'terms.required' : 'terms.other_version',
                'terms',
                ['version' => $this->terms->version],
            );
        }
        if ($name === null || $email === null || $password === null || $reasons !== []) {
            assert($reasons !== []);

            return SignupVerdict::refused($reasons);
        }

        return SignupVerdict::accepted(new SignupPlan($name, $email, $password, $fields->values, $this->terms->version));
    }

    /** @return array<string, Field> what the first form asks; the rest is asked before first use */
    public function askedAtSignup(string $app): array
    {
        return array_filter($this->fields->askedBy($app), static fn (Field $field): bool => $field->required === Required::AtSignup);
    }

    /**
     * The part of the verdict that needs no password: what can be asked of accounts there are.
     *
     * @param  \Closure(EmailAddress): bool  $isRegistered
     */
    public function reasonAgainstAddress(?EmailAddress $email, AppRules $app, \Closure $isRegistered): ?Reason
    {
        return $app->admission->reasonAgainst($email)
            ?? ($email === null ? null : $this->domains->reasonAgainst($email))
            ?? ($email === null ? null : $this->reach->reasonAgainst($email))
            ?? ($email !== null && ! $app->isDiscreet && $isRegistered($email) ? new Reason('email.taken', 'email') : null);
    }

    /**
     * @template T of object
     *
     * @param  \Closure(): T  $make
     * @param  list<Reason>  $reasons
     *
     * @param-out list<Reason> $reasons
     *
     * @return T|null
     */
    private function attempt(\Closure $make, array &$reasons): ?object
    {
        try {
            return $make();
        } catch (Refused $refused) {
            $reasons[] = $refused->reason;

            return null;
        }
    }
}
