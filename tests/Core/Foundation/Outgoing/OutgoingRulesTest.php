<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Foundation\Outgoing;

use Kennel\Core\Foundation\Outgoing\NetworkRange;
use Kennel\Core\Foundation\Outgoing\OutgoingAddress;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;
use Kennel\Core\Foundation\Outgoing\OutgoingRules;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class OutgoingRulesTest extends TestCase
{
    private static function mayCall(string $text, string $resolved, string $allowed = '', bool $isLocal = false): bool
    {
        try {
            $address = OutgoingAddress::parse($text);
            $rules = new OutgoingRules($allowed === '' ? [] : explode(',', $allowed), $isLocal);
            $rules->requireTls($address);
            $rules->requirePublic($address, $resolved === '' ? [] : explode(',', $resolved));

            return true;
        } catch (OutgoingRefused) {
            return false;
        }
    }

    /** @return iterable<array{string}> from IANA's registries of special-purpose addresses, and the metadata services of clouds */
    public static function inner(): iterable
    {
        foreach ([
            '127.0.0.1', '127.255.255.254', '0.0.0.0', '10.0.0.1', '172.16.0.1', '172.31.255.255', '192.168.1.1', '169.254.169.254', '100.64.0.1', '100.100.100.200', '192.0.0.192',
            '198.18.0.1', '192.0.2.1', '198.51.100.1', '203.0.113.1', '224.0.0.1', '239.1.1.1', '240.0.0.1', '255.255.255.255',
            '::', '::1', 'fe80::1', 'fc00::1', 'fd00:ec2::254', 'ff02::1', '2001:db8::1', '2001::1', '2002:7f00:1::1', '64:ff9b::7f00:1', '::ffff:127.0.0.1', '::ffff:10.0.0.1', '::7f00:1', '3fff::1', '100::1',
        ] as $ip) {
            yield $ip => [$ip];
        }
    }

    #[DataProvider('inner')]
    public function test_no_inner_address_is_called_unless_it_is_listed(string $ip): void
    {
        self::assertFalse(self::mayCall('https://id.example/', $ip));
        self::assertFalse(self::mayCall('https://id.example/', "8.8.8.8,{$ip}"), 'one of several');
        self::assertFalse(self::mayCall('https://['.$ip.']/', $ip));
        self::assertTrue(self::mayCall('https://id.example/', $ip, $ip));
        self::assertTrue(self::mayCall('https://id.example/', $ip, 'id.example'));
        self::assertTrue(self::mayCall('https://id.example/', $ip, 'other.example,id.example:443'));
        self::assertFalse(self::mayCall('https://id.example/', $ip, 'id.example:8443,other.example'));
    }

    public function test_the_public_internet_is_called_by_https(): void
    {
        foreach (['8.8.8.8', '93.184.215.14', '172.32.0.1', '100.128.0.1', '2606:2800:21f:cb07::1', '2a00:1450::1'] as $ip) {
            self::assertTrue(self::mayCall('https://id.example:8443/a?b', $ip), $ip);
            self::assertFalse(self::mayCall('http://id.example/', $ip), $ip);
        }
        self::assertFalse(self::mayCall('https://id.example/', ''), 'it cannot be found');
    }

    public function test_only_an_origin_lets_go_of_tls(): void
    {
        foreach (['sms.internal', 'sms.internal:9000', '10.0.0.9', '10.0.0.0/8', 'https://sms.internal:9000', 'http://sms.internal', 'http://sms.internal:9001'] as $allowed) {
            self::assertFalse(self::mayCall('http://sms.internal:9000/send', '10.0.0.9', $allowed), $allowed);
        }
        self::assertTrue(self::mayCall('http://sms.internal:9000/send', '10.0.0.9', 'http://SMS.internal:9000'));
        self::assertFalse(self::mayCall('https://sms.internal:9000/send', '10.0.0.9', 'http://sms.internal:9000'), 'that is another service');
    }

    public function test_for_development_this_machine_is_called(): void
    {
        self::assertTrue(self::mayCall('http://localhost:18250/token', '127.0.0.1', isLocal: true));
        self::assertTrue(self::mayCall('http://127.0.0.1:18250/token', '127.0.0.1', isLocal: true));
        self::assertFalse(self::mayCall('http://id.example/', '127.0.0.1', isLocal: true));
        self::assertFalse(self::mayCall('http://localhost/', '10.0.0.1', isLocal: true));
        self::assertFalse(self::mayCall('https://id.example/', '10.0.0.1', isLocal: true));
        self::assertFalse(self::mayCall('http://localhost:18250/token', '127.0.0.1'), 'and by no other installation');
    }

    /** @return iterable<array{string}> */
    public static function odd(): iterable
    {
        foreach (['', 'id.example', '//id.example', 'ftp://id.example/', 'file:///etc/passwd', 'https://', 'https://a:b@id.example/', 'https://id.example@10.0.0.1/', "https://id.example/\r\nX: y", 'https://id.example\\@evil', 'https://2130706433/', 'https://0x7f000001/', 'https://127.1/', 'https://0177.0.0.1/', 'https://1.2.3.4.0x5/', 'gopher://id.example/'] as $text) {
            yield $text => [$text];
        }
    }

    #[DataProvider('odd')]
    public function test_odd_addresses_are_not_called(string $text): void
    {
        self::assertFalse(self::mayCall($text, '8.8.8.8'));
    }

    /** Against PHP's own notion of numbers: each address by its 32 bits. */
    public function test_a_range_includes_what_its_bits_say(): void
    {
        mt_srand(32);
        for ($round = 0; $round < 3_000; $round++) {
            $bits = mt_rand(0, 32);
            $network = mt_rand(0, 0xFFFFFFFF);
            $ip = mt_rand(0, 2) === 0 ? mt_rand(0, 0xFFFFFFFF) : $network ^ (1 << mt_rand(0, 31));
            $mask = $bits === 0 ? 0 : (0xFFFFFFFF << (32 - $bits)) & 0xFFFFFFFF;
            $range = NetworkRange::parse(long2ip($network)."/{$bits}");
            self::assertSame(($network & $mask) === ($ip & $mask), $range?->includes((string) long2ip($ip)), long2ip($network)."/{$bits} ".long2ip($ip));
        }
        foreach (['', 'x', '10.0.0.0/33', '10.0.0.0/-1', '10.0.0.0/x', '::/129', '10.0.0/8'] as $text) {
            self::assertNull(NetworkRange::parse($text), $text);
        }
    }
}
