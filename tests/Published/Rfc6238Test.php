<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Credentials\Factors\TotpDigest;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\Node;
use ParagonIE\ConstantTime\Base32;
use PHPUnit\Framework\TestCase;

/** RFC 4226 appendix D, RFC 6238 appendix B, RFC 4648 §10, and otpauth 9.5.2 of the npm registry (MIT), both ways. */
final class Rfc6238Test extends TestCase
{
    private const SEED = '12345678901234567890';

    public function test_hotp_values_of_rfc_4226_appendix_d(): void
    {
        $totp = new Totp(new Secret(self::SEED));
        foreach (['755224', '287082', '359152', '969429', '338314', '254676', '287922', '162583', '399871', '520489'] as $count => $code) {
            self::assertSame($code, $totp->code($count));
        }
    }

    public function test_totp_values_of_rfc_6238_appendix_b_in_all_three_digests(): void
    {
        // Its seeds are 20, 32 and 64 bytes: the appendix's own code says so.
        $seeds = ['sha1' => self::SEED, 'sha256' => substr(str_repeat(self::SEED, 4), 0, 32), 'sha512' => substr(str_repeat(self::SEED, 4), 0, 64)];
        $table = [
            59 => ['94287082', '46119246', '90693936'],
            1_111_111_109 => ['07081804', '68084774', '25091201'],
            1_111_111_111 => ['14050471', '67062674', '99943326'],
            1_234_567_890 => ['89005924', '91819424', '93441116'],
            2_000_000_000 => ['69279037', '90698825', '38618901'],
            20_000_000_000 => ['65353130', '77737706', '47863826'],
        ];
        foreach ($table as $time => $codes) {
            foreach (TotpDigest::cases() as $at => $digest) {
                $totp = new Totp(new Secret($seeds[$digest->value]), $digest, 8);
                $now = new \DateTimeImmutable("@{$time}");
                self::assertSame($codes[$at], $totp->code($totp->stepAt($now)), "{$time} {$digest->value}");
                self::assertSame($totp->stepAt($now), $totp->stepOf($codes[$at], $now, null));
            }
        }
    }

    public function test_keys_are_base32_of_rfc_4648(): void
    {
        foreach (['f' => 'MY', 'fo' => 'MZXQ', 'foo' => 'MZXW6', 'foob' => 'MZXW6YQ', 'fooba' => 'MZXW6YTB', 'foobar' => 'MZXW6YTBOI'] as $plain => $encoded) {
            self::assertSame($encoded, str_replace(' ', '', (new Totp(new Secret($plain)))->key()));
        }
    }

    public function test_an_independent_app_reads_our_address_and_shows_our_codes_and_we_take_its(): void
    {
        $times = [0, 29, 30, 59, 1_111_111_109, 1_790_000_000, 4_000_000_000, ...array_map(static fn (int $at): int => 1_790_000_000 + $at * 7_919, range(1, 200))];
        foreach ([['Kennel', 'ines@post.example'], ['Alder: & Wend', 'сорока+x@река.example'], ['本', "o'malley@post.example"]] as [$issuer, $account]) {
            $secret = random_bytes(20);
            $totp = new Totp(new Secret($secret));
            $said = Node::ask(
                "import { URI } from 'otpauth'; const app = URI.parse(input.address); output = { key: app.secret.base32, period: app.period, digits: app.digits, label: app.label, codes: input.times.map((t) => app.generate({ timestamp: t * 1000 })) }",
                ['address' => $totp->address($issuer, $account), 'times' => $times],
            );
            self::assertSame([Base32::encodeUpperUnpadded($secret), 30, 6, $account], [$said['key'], $said['period'], $said['digits'], $said['label']]);
            foreach ($times as $at => $time) {
                $now = new \DateTimeImmutable("@{$time}");
                self::assertSame($said['codes'][$at], $totp->code($totp->stepAt($now)));
                self::assertNotNull($totp->stepOf($said['codes'][$at], $now, null));
            }
        }
    }
}
