<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Apps;

use Kennel\Core\Directory\Apps\Registration;
use Kennel\Tests\Support\Codes;
use PHPUnit\Framework\TestCase;

final class RegistrationTest extends TestCase
{
    public function test_takes_what_names_an_app_and_trims_it(): void
    {
        foreach ([['a', 'A', 'web'], [str_repeat('a', 40), str_repeat('é', 60), 'single page'], ['0-1', "\u{3000}Portal ", 'mobile']] as [$key, $name, $kind]) {
            $registration = Registration::parse($key, $name, $kind);
            self::assertInstanceOf(Registration::class, $registration);
            self::assertSame([$key, trim($name, " \u{3000}"), $kind], [$registration->key, $registration->name, $registration->kind]);
        }
    }

    public function test_names_every_mistake_at_once(): void
    {
        $mistakes = static function (string $key, string $name, string $kind): array {
            $reasons = Registration::parse($key, $name, $kind);
            self::assertIsArray($reasons);

            return Codes::of($reasons);
        };
        self::assertSame(['app.key', 'app.name_required', 'app.kind'], $mistakes('', ' ', ''));
        self::assertSame(['app.key'], $mistakes(str_repeat('a', 41), 'A', 'web'));
        self::assertSame(['app.key'], $mistakes("a\n", 'A', 'web'));
        self::assertSame(['app.key'], $mistakes('A', 'A', 'web'));
        self::assertSame(['app.name_too_long'], $mistakes('a', str_repeat('é', 61), 'web'));
        self::assertSame(['app.name_characters'], $mistakes('a', "\xFF", 'web'));
        self::assertSame(['app.kind'], $mistakes('a', 'A', 'Web'));
    }
}
