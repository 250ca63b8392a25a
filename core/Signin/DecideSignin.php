<?php

declare(strict_types=1);

namespace Kennel\Core\Signin;

use Kennel\Core\Accounts\Standing;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;

/**
 * Whether an address and a password open a session. One answer and one time for an unknown address, a wrong password, an account
 * without a usable password and a suspended one: each costs exactly one verification.
 */
final readonly class DecideSignin
{
    public function __construct(private PasswordHasher $hasher)
    {
    }

    /**
     * @param  string|null  $stored  the account's hash; null when there is no account
     * @param  Standing|null  $standing  null when there is no account
     */
    public function __invoke(?PreparedPassword $password, ?string $stored, ?Standing $standing): SigninVerdict
    {
        if ($password === null) {
            return SigninVerdict::refused();
        }
        $against = $stored !== null && $this->hasher->canVerify($stored) ? $stored : $this->hasher->decoy();
        $matches = $this->hasher->verify($password, $against);
        if (! $matches || $stored === null || $standing === null || ! $standing->maySignIn()) {
            return SigninVerdict::refused();
        }

        return SigninVerdict::accepted($this->hasher->needsRehash($stored));
    }
}
