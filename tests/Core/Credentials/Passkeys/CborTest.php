<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passkeys;

use Kennel\Core\Credentials\Passkeys\AuthenticatorData;
use Kennel\Core\Credentials\Passkeys\Bytes;
use Kennel\Core\Credentials\Passkeys\Cbor;
use Kennel\Core\Credentials\Passkeys\CoseKey;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Tests\Support\SoftAuthenticator;
use PHPUnit\Framework\TestCase;

final class CborTest extends TestCase
{
    public function test_what_is_malformed_is_refused(): void
    {
        foreach (['', '18', '1900', '5f', '9f01ff', 'bf', 'c0', 'f93c00', 'fa00000000', 'f7', 'f8ff', '1bffffffffffffffff', '5bffffffffffffffff', '62c328', 'a201010102', 'a1f501', 'a1613101', '8181818181818101', '9841'.str_repeat('01', 65), '0101', 'ff', '1c'] as $hex) {
            try {
                Cbor::whole((string) hex2bin($hex));
                self::fail($hex);
            } catch (PasskeyRefused) {
                self::addToAssertionCount(1);
            }
        }
    }

    public function test_ten_thousand_broken_messages_are_read_or_refused_and_nothing_else(): void
    {
        mt_srand(16);
        $whole = [];
        foreach ([CoseKey::ES256, CoseKey::EDDSA, CoseKey::RS256] as $algorithm) {
            $authenticator = new SoftAuthenticator($algorithm);
            $whole[] = $authenticator->cose;
            $whole[] = hash('sha256', 'localhost', true)."\x45\0\0\0\0".str_repeat("\0", 16).pack('n', 32).$authenticator->id.$authenticator->cose;
        }
        $read = 0;
        for ($round = 0; $round < 10_000; $round++) {
            $bytes = $whole[mt_rand(0, count($whole) - 1)];
            for ($change = mt_rand(1, 4); $change > 0; $change--) {
                $at = mt_rand(0, max(0, strlen($bytes) - 1));
                $bytes = match (mt_rand(0, 4)) {
                    0 => substr($bytes, 0, $at),
                    1 => substr($bytes, 0, $at).chr(mt_rand(0, 255)).substr($bytes, $at),
                    2 => substr($bytes, 0, $at).substr($bytes, $at + mt_rand(1, 9)),
                    3 => $bytes.random_bytes(mt_rand(1, 40)),
                    default => substr_replace($bytes, chr(mt_rand(0, 255)), $at, 1),
                };
            }
            foreach ([Cbor::whole(...), AuthenticatorData::read(...), CoseKey::read(...)] as $reader) {
                try {
                    $reader($bytes);
                    $read++;
                } catch (PasskeyRefused) {
                    // As it should be.
                }
            }
        }
        self::assertGreaterThan(100, $read, 'some of them are sound still');
        self::assertLessThan(30_000, $read);
    }

    public function test_what_authenticators_write_is_read(): void
    {
        self::assertEquals([1 => 2, 3 => -7, 'fmt' => 'none', 'list' => [true, false, null], 'b' => new Bytes("\0")], Cbor::whole((string) hex2bin('a50102032663666d74646e6f6e65646c69737483f5f4f661624100')));
    }
}
