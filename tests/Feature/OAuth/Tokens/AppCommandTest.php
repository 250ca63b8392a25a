<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;

/** Apps from the command line. */
final class AppCommandTest extends TokenTestCase
{
    /** @param  array<string, mixed>  $options */
    private function says(array $options, int $status = 0): string
    {
        $this->app->forgetScopedInstances();
        $kernel = $this->app->make(Kernel::class);
        $ended = $kernel->call('kennel:app', $options);
        $output = trim($kernel->output());
        self::assertSame($status, $ended, $output);

        return $output;
    }

    public function test_an_app_is_registered_given_a_secret_and_rid_of_it(): void
    {
        self::assertStringContainsString('“weirwatch” is registered.', $this->says(['act' => 'register', 'key' => 'weirwatch', '--name' => 'Weirwatch', '--kind' => 'backend', '--reason' => 'Our loggers']));
        self::assertSame('backend', DB::table('apps')->where('key', 'weirwatch')->value('kind'));
        $secret = $this->says(['act' => 'secret', 'key' => 'weirwatch']);
        self::assertMatchesRegularExpression('/^[A-Za-z0-9_-]{43}$/D', $secret);
        $this->token(['grant_type' => 'client_credentials'], 'weirwatch', $secret)->assertOk();
        self::assertMatchesRegularExpression('/weirwatch +backend +client_secret_basic +1 secrets/', $this->says(['act' => 'list']));
        $this->says(['act' => 'revoke', 'key' => 'weirwatch', '--hint' => 'nope'], 1);
        $this->says(['act' => 'revoke', 'key' => 'weirwatch', '--hint' => substr($secret, -4)]);
        $this->token(['grant_type' => 'client_credentials'], 'weirwatch', $secret)->assertUnauthorized();
        self::assertSame(['system'], DB::table('audit_events')->where('event', 'app.registered')->pluck('actor_name')->all());
    }

    public function test_what_is_wrong_is_said_and_nothing_is_changed(): void
    {
        $before = DB::table('rule_revisions')->count();
        self::assertStringContainsString('must be https', $this->says(['act' => 'register', 'key' => 'new', '--redirect' => ['http://new.example/'], '--reason' => 'x'], 1));
        self::assertStringContainsString('registered already', $this->says(['act' => 'register', 'key' => 'gaugebook', '--redirect' => ['https://x.example/'], '--reason' => 'x'], 1));
        self::assertStringContainsString('The kind is one of', $this->says(['act' => 'register', 'key' => 'new', '--kind' => 'toaster', '--reason' => 'x'], 1));
        self::assertStringContainsString('--reason', $this->says(['act' => 'register', 'key' => 'new', '--kind' => 'backend'], 1));
        self::assertStringContainsString('needs no secret', $this->says(['act' => 'secret', 'key' => 'kitloft'], 1));
        self::assertSame($before, DB::table('rule_revisions')->count());
        $this->holder('nobody@post.example');
        self::assertNotSame('', $this->says(['act' => 'register', 'key' => 'new', '--kind' => 'backend', '--reason' => 'x', '--as' => 'nobody@post.example'], 1));
    }
}
