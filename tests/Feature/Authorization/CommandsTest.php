<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Authorization;

use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** Commands obey as the doors do, where they are told as whom. */
final class CommandsTest extends DoorTestCase
{
    public function test_a_command_is_the_system_or_an_operator_within_what_they_may(): void
    {
        $this->keeper();
        $this->holder('reader@post.example', 'Rhoda', role: 'auditor');
        $this->holder('tam@post.example', 'Tam');
        $make = static fn (string $email, ?string $as = null): int => Artisan::call('kennel:account', ['act' => 'make', '--name' => 'Ada', '--email' => $email, '--app' => 'gaugebook', ...$as === null ? [] : ['--as' => $as]]);
        self::assertSame(0, $make('a@post.example'));
        self::assertSame(0, $make('b@post.example', 'maren@alderwend.example'));
        self::assertSame(1, $make('c@post.example', 'reader@post.example'), 'an auditor makes no accounts');
        self::assertStringContainsString('kennel:accounts.manage', Artisan::output());
        self::assertSame(1, $make('c@post.example', 'tam@post.example'));
        self::assertSame(1, $make('c@post.example', 'nobody@post.example'));
        self::assertSame([['kennel', 'system'], ['operator', 'Maren Thistlewood']], array_map(static fn (array $event): array => [$event['actor_kind'], $event['actor_name']], Trail::of('account.made')));
        self::assertSame(0, DB::table('accounts')->where('email', 'c@post.example')->count());
    }

    public function test_who_is_bounded_to_an_app_imports_nothing_by_command_either(): void
    {
        $this->keeper();
        $this->holder('lead@post.example', 'Lena', role: 'dispatcher-lead');
        $file = (string) tempnam(sys_get_temp_dir(), 'import').'.jsonl';
        file_put_contents($file, '{"address":"in@post.example","name":"In"}'."\n");
        self::assertSame(1, Artisan::call('kennel:import', ['file' => $file, '--as' => 'lead@post.example', '--plan' => 'suggested', '--reason' => 'x']));
        self::assertStringContainsString('cannot be narrowed', Artisan::output());
        self::assertSame([0, 0], [DB::table('imports')->count(), DB::table('accounts')->where('email', 'in@post.example')->count()]);
    }
}
