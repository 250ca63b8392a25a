<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PhcString;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Ten thousand strings that are nearly hashes: none is accepted, none makes anything escape. */
final class MalformedHashTest extends TestCase
{
    private const SOUND = [
        '$argon2id$v=19$m=64,t=1,p=1$c29tZXNhbHRzb21lc2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
        '$2y$04$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW',
        '$P$9IQRaTwmfeRo7ud9Fh4E2PdI0S3r.L0',
        '{SSHA}MTIzNDU2Nzg5MDEyMzQ1Njc4OTBzYWx0',
        '$pbkdf2-sha256$i=2900$c2FsdHNhbHRzYWx0c2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
        '{PBKDF2-SHA512}1000$c2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
        '$1$abcdefgh$0123456789012345678901',
        '$5$rounds=1000$saltsalt$0123456789012345678901234567890123456789012',
        '$apr1$abcdefgh$0123456789012345678901',
        '$digest$sha256$salt.password$00ff$0123456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef',
        '$7$66..../....$0123456789012345678901234567890123456789012$0123456789012345678901234567890123456789012',
    ];

    #[TestWith(['$argon2id$v=19$m=64,t=1,p=65$c29tZXNhbHRzb21lc2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc'])]
    #[TestWith(['$argon2id$v=19$m=64,t=65,p=1$c29tZXNhbHRzb21lc2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc'])]
    #[TestWith(['{SSHA}MTIzNDU2Nzg5MDEyMzQ1Njc4OTA='])]
    #[TestWith(['$digest$sha256$salt.password$$0123456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef'])]
    #[TestWith(['$digest$sha256$password$00ff$0123456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef'])]
    public function test_what_asks_for_too_much_or_lacks_its_salt_is_malformed(string $stored): void
    {
        self::assertNull(Schemes::verifying($stored));
        self::assertStringStartsWith('malformed', HashKind::of($stored));
    }

    public function test_an_older_version_of_argon2_is_verified_and_made_anew(): void
    {
        $hasher = Passwords::hasher();
        $today = $hasher->hash(Passwords::prepared('slow green otters'));
        self::assertFalse($hasher->needsRehash($today));
        self::assertTrue($hasher->needsRehash(str_replace('$v=19$', '$v=16$', $today)));
    }

    public function test_none_is_accepted_and_nothing_escapes(): void
    {
        $random = new Randomizer(new Mt19937(9106));
        $hasher = Passwords::hasher();
        $password = PreparedPassword::from(new Secret('slow green otters'));
        $malformed = 0;
        for ($case = 0; $case < 10_000; $case++) {
            $stored = $this->mutate(self::SOUND[$case % count(self::SOUND)], $random);
            self::assertNotSame('', HashKind::of($stored));
            if (Schemes::verifying($stored) === null) {
                $malformed++;
                self::assertMatchesRegularExpression('/^(malformed|not recognised)/', HashKind::of($stored));
                self::assertTrue($hasher->needsRehash($stored), $stored);
            } elseif ($case % 10 > 0) {
                // Still sound after the change: computing each of them would only cost time.
                continue;
            }
            self::assertFalse($hasher->verify($password, $stored), $stored);
        }
        self::assertGreaterThan(7_000, $malformed);
    }

    public function test_argon2_strings_that_are_not_quite(): void
    {
        $sound = self::SOUND[0];
        self::assertNotNull(PhcString::parse($sound));
        foreach ([
            str_replace('m=64,t=1', 't=1,m=64', $sound),
            str_replace('v=19', 'v=', $sound),
            str_replace('$v=19', '', $sound),
            str_replace('m=64', 'm=-64', $sound),
            str_replace('m=64', 'm=64.0', $sound),
            str_replace('m=64', 'm=99999999999', $sound),
            str_replace('argon2id', 'argon2xd', $sound),
            $sound.'=', $sound."\n", $sound.'$', ' '.$sound, strtoupper($sound), substr($sound, 0, 40),
        ] as $odd) {
            self::assertNull(PhcString::parse($odd), $odd);
        }
    }

    private function mutate(string $text, Randomizer $random): string
    {
        for ($changes = $random->getInt(1, 3); $changes > 0; $changes--) {
            $at = $random->getInt(0, max(0, strlen($text) - 1));
            $text = match ($random->getInt(0, 4)) {
                0 => substr($text, 0, $at),
                1 => substr_replace($text, chr($random->getInt(0, 255)), $at, 1),
                2 => substr_replace($text, '', $at, $random->getInt(1, 6)),
                3 => substr_replace($text, '$', $at, 0),
                default => $text.$random->getBytes(3),
            };
        }

        return $text;
    }
}
