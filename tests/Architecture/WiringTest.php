<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use Illuminate\Database\Connection;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Directory\Accounts\RemoveAccounts;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Container\Wiring;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Policy\Http\RefuseDraft;
use Kennel\App\RequestKernel;
use Kennel\Core\Foundation\Text\EmailAddress;
use PHPUnit\Framework\TestCase;
use Psr\Clock\ClockInterface;

final class WiringTest extends TestCase
{
    public function test_it_lists_what_a_constructor_asks_for(): void
    {
        self::assertSame([Connection::class, ClockInterface::class, SharedMemory::class], self::wiring()[Roles::class]);
        self::assertSame([], self::wiring()[RefuseDraft::class], 'a class that is made of nothing');
    }

    public function test_it_leaves_out_what_the_container_needs_more_for(): void
    {
        foreach ([Caller::class => 'an interface', RemoveAccounts::class => 'a list', EmailAddress::class => 'a text', Brakes::class => 'named as contextual'] as $class => $why) {
            self::assertArrayNotHasKey($class, self::wiring(), $why);
        }
    }

    /** @return array<class-string, list<class-string>> */
    private static function wiring(): array
    {
        static $wiring = null;

        return $wiring ??= Wiring::read(dirname(__DIR__, 2), [Brakes::class]);
    }

    /** RequestKernel asks none. */
    public function test_no_middleware_has_something_left_to_do_after_the_answer(): void
    {
        $having = [];
        foreach (Wiring::classes(dirname(__DIR__, 2)) as $class) {
            if ($class !== RequestKernel::class && method_exists($class, 'handle') && method_exists($class, 'terminate') && ! is_subclass_of($class, \Illuminate\Foundation\Application::class)) {
                $having[] = $class;
            }
        }
        self::assertSame([], $having);
    }
}
