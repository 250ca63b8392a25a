<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\PasswordBox;
use Kennel\Core\Foundation\Secrets\Secret;
use PHPUnit\Framework\TestCase;

final class PasswordBoxTest extends TestCase
{
    public function test_an_empty_box_means_unchanged_and_anything_else_a_password(): void
    {
        self::assertNull(PasswordBox::read(null));
        self::assertNull(PasswordBox::read(new Secret('')));
        self::assertSame([' ', '0', 'otters'], array_map(static fn (string $typed): ?string => PasswordBox::read(new Secret($typed))?->reveal(), [' ', '0', 'otters']));
    }
}
