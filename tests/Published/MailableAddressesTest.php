<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Mime\Address;

/**
 * An independent implementation, symfony/mime's Address (which asks egulias/email-validator), takes every address we take: what can be
 * signed up can be mailed.
 */
final class MailableAddressesTest extends TestCase
{
    public function test_every_code_point_we_take_before_the_at_can_be_mailed(): void
    {
        $taken = [];
        for ($point = 0x21; $point <= 0x10FFFF; $point++) {
            $character = $point >= 0xD800 && $point <= 0xDFFF ? false : mb_chr($point);
            if ($character === false) {
                continue;
            }
            try {
                $address = EmailAddress::parse("a{$character}b@post.example");
            } catch (Refused) {
                continue;
            }
            $taken[] = substr($address->toString(), 0, -strlen('@post.example'));
        }
        // Letters, marks and digits of every script: fewer would mean that something is refused by mistake.
        self::assertGreaterThan(135_000, count($taken));
        // Ten in one address: a local part has 64 octets at most, and each of these has six at most.
        foreach (array_chunk($taken, 10) as $some) {
            new Address(implode('', $some).'@post.example');
        }
    }

    public function test_quoted_local_parts_too(): void
    {
        foreach (['"two words"@post.example', '"a.b"@post.example', '"a\\"b"@post.example', '"a\\\\b"@post.example', '"jörg b"@post.example'] as $typed) {
            new Address(EmailAddress::parse($typed)->toString());
        }
        $this->expectNotToPerformAssertions();
    }
}
