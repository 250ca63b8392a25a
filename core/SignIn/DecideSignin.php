<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\Status;

/**
 * Whether an address and a password open a session. One answer and one time for an unknown address, a wrong password, an account
 * without a usable password and a suspended one: each costs at least one verification by today's rule.
 */
final readonly class DecideSignin
{
    public function __construct(private PasswordHasher $hasher)
    {
    }

    /**
     * @param  string|null  $stored  the account's hash; null when there is no account
     * @param  Status|null  $status  null when there is no account
     */
    public function __invoke(?PreparedPassword $password, ?string $stored, ?Status $status): SigninVerdict
    {
        if ($password === null) {
            return SigninVerdict::refused();
        }
        $against = $stored !== null && $this->hasher->canVerify($stored) ? $stored : $this->hasher->decoy();
        $matches = $this->hasher->verify($password, $against);
        if (! $matches && HashKind::of($against) !== HashKind::of($this->hasher->decoy())) {
            // An older scheme is mostly quicker than today's; refused, it costs today's as well, or the time would tell who has an account.
            $this->hasher->verify($password, $this->hasher->decoy());
        }
        if (! $matches || $stored === null || $status === null || ! $status->maySignIn()) {
            return SigninVerdict::refused();
        }

        return SigninVerdict::accepted($this->hasher->needsRehash($stored) && $this->hasher->canHash($password));
    }
}
