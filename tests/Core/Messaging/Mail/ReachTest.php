<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Messaging\Mail;

use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Mail\Reach;
use PHPUnit\Framework\TestCase;

final class ReachTest extends TestCase
{
    public function test_only_a_local_part_beyond_ascii_needs_a_relay_that_takes_it(): void
    {
        $refused = static fn (Reach $reach): array => array_map(static fn (string $address): ?string => $reach->reasonAgainst(EmailAddress::parse($address))?->code, ['tam@post.example', 'tam@bücher.example', 'jürgen@post.example']);
        self::assertSame([null, null, 'email.relay_ascii'], $refused(new Reach(takesUtf8: false)));
        self::assertSame([null, null, null], $refused(new Reach(takesUtf8: true)));
        self::assertSame([null, null, null], $refused(Reach::everywhere()));
    }
}
