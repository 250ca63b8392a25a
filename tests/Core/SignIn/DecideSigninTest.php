<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\SignIn;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\SignIn\DecideSignin;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\TestCase;

final class DecideSigninTest extends TestCase
{
    private const PASSWORD = 'slow green otters';

    public function test_only_the_right_password_of_an_account_that_may_sign_in_is_accepted(): void
    {
        $stored = Passwords::hasher()->hash(Passwords::prepared(self::PASSWORD));
        $wanted = [
            'right' => [self::PASSWORD, $stored, Status::Active, true],
            'right, owing a proof' => [self::PASSWORD, $stored, Status::Pending, true],
            'right, suspended' => [self::PASSWORD, $stored, Status::Suspended, false],
            'wrong' => ['slow green otter', $stored, Status::Active, false],
            'no account' => [self::PASSWORD, null, null, false],
            'no account, by chance a hash' => [self::PASSWORD, $stored, null, false],
            'what cannot be a password' => [null, $stored, Status::Active, false],
            'a hash nobody can verify' => [self::PASSWORD, '$y$j9T$abc', Status::Active, false],
        ];
        foreach ($wanted as $what => [$password, $hash, $status, $accepted]) {
            $verdict = (new DecideSignin(Passwords::hasher()))($password === null ? null : Passwords::prepared($password), $hash, $status);
            self::assertSame([$accepted, false], [$verdict->accepted, $verdict->rehash], $what);
        }
    }

    public function test_what_is_below_todays_rule_is_hashed_anew_where_the_rule_can_hold_it(): void
    {
        $older = Passwords::hasher()->hash(Passwords::prepared(self::PASSWORD));
        $bcrypt = Passwords::hasher(new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4));
        self::assertTrue((new DecideSignin($bcrypt))(Passwords::prepared(self::PASSWORD), $older, Status::Active)->rehash);
        $long = str_repeat('otters ', 12);
        $older = Passwords::hasher()->hash(Passwords::prepared($long));
        $verdict = (new DecideSignin($bcrypt))(Passwords::prepared($long), $older, Status::Active);
        self::assertSame([true, false], [$verdict->accepted, $verdict->rehash], 'bcrypt would cut it: it stays as it is');
    }
}
