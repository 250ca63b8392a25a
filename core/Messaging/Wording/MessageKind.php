<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** What a message is for. Each kind has variables of its own; a wording can say nothing else. */
enum MessageKind: string
{
    case VerifyAddress = 'verify_address';
    case VerifyByCode = 'verify_by_code';
    case VerifyByEither = 'verify_by_either';
    case AlreadyRegistered = 'already_registered';
    case ResetPassword = 'reset_password';
    case PasswordChanged = 'password_changed';
    case TemporaryPassword = 'temporary_password';
    case AccountMade = 'account_made';
    case NewSignin = 'new_sign_in';
    case ChangeAddress = 'change_address';
    case AddressChanged = 'address_changed';
    case OwnAddressChanged = 'own_address_changed';
    case SigninByMail = 'sign_in_by_mail';
    case SigninsRefused = 'signins_refused';
    case AccessEnded = 'access_ended';
    case FactorChanged = 'factor_changed';
    case FactorReset = 'factor_reset';
    case AccountSuspended = 'account_suspended';
    case AccountRestored = 'account_restored';
    case AccountClosed = 'account_closed';
    case AccountReopened = 'account_reopened';
    case Invitation = 'invitation';
    case InvitationWithPassword = 'invitation_with_password';

    /** Variables that let whoever reads them in. */
    public const SECRETS = ['password', 'code'];

    /** What the sample link ends in; a real one carries a token there. */
    private const SAMPLE_LINK = 'https://accounts.example/a/example/page#t=sample-of-a-link';

    /** @return array<string, Variable> by name, in the order they are offered */
    public function variables(): array
    {
        $variables = [
            new Variable('name', 'Ines Halvorsen'),
            new Variable('address', 'ines@post.example'),
            new Variable('app', 'Example'),
            ...match ($this) {
                self::VerifyAddress, self::AccountMade, self::ChangeAddress => [self::link(), new Variable('hours', '24')],
                self::VerifyByCode => [self::code(), self::link(isRequired: false), new Variable('minutes', '15')],
                self::VerifyByEither => [self::link(), self::code(), new Variable('hours', '24'), new Variable('minutes', '15')],
                self::ResetPassword => [self::link(), new Variable('minutes', '60')],
                self::TemporaryPassword => [self::link(), new Variable('password', 'quiet-maple-orbit-4', isRequired: true), new Variable('hours', '24')],
                self::AccountSuspended => [],
                self::AlreadyRegistered, self::AccountReopened, self::AccountRestored => [self::link($this === self::AlreadyRegistered)],
                self::PasswordChanged => [self::link(isRequired: false), new Variable('how', 'by_link')],
                self::AddressChanged => [new Variable('before', 'ines@older.example'), new Variable('after', 'ines@post.example')],
                self::OwnAddressChanged => [self::link(isRequired: false), new Variable('before', 'ines@older.example'), new Variable('after', 'ines@post.example'), new Variable('days', '7')],
                self::NewSignin => [self::link(isRequired: false), new Variable('device', 'Firefox on Linux'), new Variable('place', '198.51.100.7'), new Variable('when', '1 May 2026, 12:00 UTC')],
                self::SigninByMail => [self::link(), self::code(), new Variable('minutes', '10')],
                self::SigninsRefused => [self::link(isRequired: false), new Variable('failures', '20')],
                self::AccessEnded => [self::link(isRequired: false), new Variable('let_in', 'Example')],
                self::FactorChanged => [self::link(isRequired: false), new Variable('what', 'added')],
                self::FactorReset => [self::link(), new Variable('when', '2 May 2026, 12:00 UTC')],
                self::AccountClosed => [new Variable('days', '30')],
                self::Invitation => self::invited(),
                self::InvitationWithPassword => [...self::invited(), new Variable('password', 'quiet-maple-orbit-4', isRequired: true)],
            },
        ];

        return array_combine(array_map(static fn (Variable $one): string => $one->name, $variables), $variables);
    }

    /** Whether somebody sits before a page and waits for it. */
    public function isAwaited(): bool
    {
        return in_array($this, [self::VerifyAddress, self::VerifyByCode, self::VerifyByEither, self::ResetPassword, self::ChangeAddress, self::SigninByMail], true);
    }

    /** Whether it goes to somebody who may have no account. */
    public function isInvitation(): bool
    {
        return $this === self::Invitation || $this === self::InvitationWithPassword;
    }

    /** Whether whoever can read it could use it: then it is shown to nobody once it is on its way. */
    public function isSecret(): bool
    {
        return array_intersect(self::SECRETS, array_keys($this->variables())) !== [];
    }

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }

    private static function code(): Variable
    {
        return new Variable('code', '482 913', isRequired: true);
    }

    /** @return list<Variable> */
    private static function invited(): array
    {
        return [self::link(), new Variable('inviter', 'Ola Brandvik'), new Variable('words', 'We begin on Monday, and would like you with us.'), new Variable('roles', 'Editor'), new Variable('until', '31 December 2026')];
    }

    private static function link(bool $isRequired = true): Variable
    {
        return new Variable('link', self::SAMPLE_LINK, $isRequired, isLink: true);
    }
}
