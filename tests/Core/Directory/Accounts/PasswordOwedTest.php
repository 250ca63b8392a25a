<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Kennel\Core\Directory\Accounts\PasswordOwed;
use PHPUnit\Framework\TestCase;

final class PasswordOwedTest extends TestCase
{
    public function test_what_is_owed_only_strengthens(): void
    {
        $cases = PasswordOwed::cases();
        foreach ($cases as $strength => $before) {
            foreach ($cases as $other => $asked) {
                self::assertSame($cases[max($strength, $other)], $before->strengthenedBy($asked));
            }
        }
        self::assertSame(PasswordOwed::Compromised, PasswordOwed::Compromised->strengthenedBy(PasswordOwed::Asked));
    }
}
