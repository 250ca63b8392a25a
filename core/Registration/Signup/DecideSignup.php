<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Credentials\Passwords\PasswordPolicy;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;

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
        $mistakes = new Mistakes;
        $name = $mistakes->attempt(static fn (): PersonName => PersonName::parse($input->name ?? ''));
        $email = $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($input->email ?? ''));
        $mistakes->add($this->reasonAgainstAddress($email, $app, $isRegistered));
        $password = $mistakes->attempt(static fn (): PreparedPassword => PreparedPassword::from($input->password ?? new Secret('')));
        if ($password !== null) {
            $mistakes->add(...$this->policy->reasonsAgainst($password, $email, [$input->name ?? '', $app->look->name]));
        }
        $fields = ($this->decideFields)($this->askedAtSignup($app->key), $input->fields, [Required::AtSignup], $now);
        $mistakes->add(...$fields->reasons);
        if ($this->terms->areAsked() && $input->terms !== $this->terms->version) {
            $mistakes->add(new Reason(
                $input->terms === null || $input->terms === '' ? 'terms.required' : 'terms.other_version',
                'terms',
                ['version' => $this->terms->version],
            ));
        }
        $reasons = $mistakes->all();
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
}
