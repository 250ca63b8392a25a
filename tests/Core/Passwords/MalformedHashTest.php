<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Passwords;

use Kennel\Core\Passwords\Argon2idParameters;
use Kennel\Core\Passwords\HashKind;
use Kennel\Core\Passwords\HashScheme;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PhcString;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Secrets\Secret;
use Kennel\Core\Secrets\SystemEntropy;
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
        '$pbkdf2-sha256$i=29000$c2FsdHNhbHRzYWx0c2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
    ];

    public function test_none_is_accepted_and_nothing_escapes(): void
    {
        $random = new Randomizer(new Mt19937(9106));
        $hasher = new PasswordHasher(new Argon2idParameters(64, 1, 1), new SystemEntropy);
        $password = PreparedPassword::from(new Secret('slow green otters'));
        for ($case = 0; $case < 10_000; $case++) {
            $stored = $this->mutate(self::SOUND[$case % count(self::SOUND)], $random);
            // What would really be computed is another test's business; here it only costs time.
            if (HashScheme::of($stored) === HashScheme::Argon2id && PhcString::parse($stored) !== null || preg_match('/^\$2[aby]\$\d\d\$/', $stored) === 1) {
                continue;
            }
            self::assertFalse($hasher->verify($password, $stored), $stored);
            self::assertTrue($hasher->needsRehash($stored), $stored);
            self::assertNotSame('', HashKind::of($stored));
        }
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
