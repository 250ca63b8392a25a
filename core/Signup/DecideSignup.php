<?php

declare(strict_types=1);

namespace Kennel\Core\Signup;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Passwords\PasswordPolicy;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\Refused;
use Kennel\Core\Secrets\Secret;

/**
 * The sign-up verdict: one function for the form while it is typed and for the submit.
 *
 * Whether the address is registered already is no part of it: a stranger must not learn that, so the act answers it by mail.
 */
final readonly class DecideSignup
{
    public function __construct(private PasswordPolicy $policy, private DomainPolicy $domains)
    {
    }

    public function __invoke(SignupInput $input, Admission $admission): SignupVerdict
    {
        $reasons = [];
        $name = $this->attempt(static fn (): PersonName => PersonName::parse($input->name ?? ''), $reasons);
        $email = $this->attempt(static fn (): EmailAddress => EmailAddress::parse($input->email ?? ''), $reasons);
        $refusal = $admission->reasonAgainst($email) ?? ($email === null ? null : $this->domains->reasonAgainst($email));
        if ($refusal !== null) {
            $reasons[] = $refusal;
        }
        $password = $this->attempt(
            static fn (): PreparedPassword => PreparedPassword::from($input->password ?? new Secret('')),
            $reasons,
        );
        if ($password !== null) {
            $reasons = [...$reasons, ...$this->policy->reasonsAgainst($password, $email)];
        }
        if ($name === null || $email === null || $password === null || $reasons !== []) {
            assert($reasons !== []);

            return SignupVerdict::refused($reasons);
        }

        return SignupVerdict::accepted($name, $email, $password);
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
