<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Areas;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\ArrayMemory;

/** What workers share is quicker, and never another answer. */
final class SharedMemoryTest extends DoorTestCase
{
    private ArrayMemory $memory;

    protected function setUp(): void
    {
        parent::setUp();
        $this->memory = new ArrayMemory;
        $this->app->instance(SharedMemory::class, $this->memory);
        $this->app->forgetScopedInstances();
    }

    public function test_every_part_of_the_rules_comes_back_as_it_was_read(): void
    {
        $this->keeper();
        $this->publish(3600);
        foreach (array_keys(Areas::rules()) as $class) {
            $this->app->forgetScopedInstances();
            $read = $this->app->make($class);
            $this->app->forgetScopedInstances();
            $found = $this->memory->found;
            self::assertEquals($read, $this->app->make($class), $class);
            self::assertSame($found + 1, $this->memory->found, "{$class} was kept");
        }
    }

    public function test_another_revision_is_read_anew_and_a_draft_is_never_kept(): void
    {
        $this->keeper();
        $this->publish(3600);
        self::assertSame(3600, $this->app->make(SessionRules::class)->idle->seconds);
        $this->publish(1800);
        self::assertSame(1800, $this->app->make(SessionRules::class)->idle->seconds);
        $kept = $this->memory->kept;
        $this->app->forgetScopedInstances();
        $rules = $this->app->make(RulesInForce::class);
        $document = $rules->document();
        $document['sessions']['idle'] = 'PT20M';
        $rules->pretend($document);
        self::assertSame(1200, $this->app->make(SessionRules::class)->idle->seconds);
        self::assertSame($kept, $this->memory->kept);
    }

    /** What ships has no digest: whatever the code says counts. */
    public function test_what_ships_is_not_kept(): void
    {
        $this->app->make(SessionRules::class);
        self::assertSame([], $this->memory->kept);
    }

    public function test_a_role_that_grows_counts_from_the_next_request_of_every_worker(): void
    {
        $this->operatorWith('kennel:accounts.read');
        $this->ask('/accounts')->assertOk();
        self::assertNotSame([], array_filter(array_keys($this->memory->kept), static fn (string $key): bool => str_starts_with($key, 'roles:')));
        $this->ask('/rules')->assertForbidden();
        $found = $this->memory->found;
        $this->ask('/accounts')->assertOk();
        self::assertGreaterThan($found, $this->memory->found, 'it is used');
        // By hand and past every act: the triggers name the new state all the same.
        DB::table('role_permissions')->insert(['role_key' => 'helpdesk', 'permission' => 'kennel:rules.read']);
        $this->ask('/rules')->assertOk();
        DB::table('role_permissions')->where(['role_key' => 'helpdesk', 'permission' => 'kennel:rules.read'])->delete();
        $this->ask('/rules')->assertForbidden();
    }

    public function test_what_is_rolled_back_is_nobodys_answer(): void
    {
        $roles = fn (): Roles => tap($this->app->make(Roles::class), fn (Roles $one) => $one->standAt((string) DB::table('role_tags')->value('tag')));
        try {
            DB::transaction(function () use ($roles): void {
                $roles()->write(new RoleDefinition('ghost', 'Ghost', '', null, ['readings:approve'], []));
                self::assertTrue($roles()->graph()->permissionsOf(['ghost'])->allows('readings:approve'));
                throw new \DomainException;
            });
        } catch (\DomainException) {
            // As it was meant.
        }
        $this->app->forgetScopedInstances();
        self::assertFalse($roles()->graph()->permissionsOf(['ghost'])->allows('readings:approve'));
    }

    public function test_every_change_of_roles_and_catalogue_has_a_tag_of_its_own(): void
    {
        $tags = [(string) DB::table('role_tags')->value('tag')];
        $roles = $this->app->make(Roles::class);
        foreach ([
            fn () => $roles->write(new RoleDefinition('one', 'One', '', null, ['readings:approve'], [])),
            fn () => $roles->write(new RoleDefinition('one', 'One', '', null, [], [])),
            fn () => $roles->write(new RoleDefinition('two', 'Two', '', null, [], ['one'])),
            fn () => $roles->remove('one'),
            fn () => $roles->catalog('logs:read', null, 'Read logs'),
            fn () => $roles->uncatalog('logs:read'),
        ] as $change) {
            $change();
            $tags[] = (string) DB::table('role_tags')->value('tag');
        }
        self::assertCount(7, array_unique($tags));
        self::assertSame(1, self::rows('role_tags'));
    }

    /** The extension itself, in a process of its own: it is off for commands. */
    public function test_the_extension_keeps_what_it_is_given_where_code_is_not_looked_at_anew(): void
    {
        $root = dirname(__DIR__, 3);
        $code = "require '{$root}/vendor/autoload.php'; use Kennel\\App\\Foundation\\Memory\\ApcuMemory; echo json_encode(ApcuMemory::isThere());
            if (ApcuMemory::isThere()) { \$m = new ApcuMemory('/here'); echo json_encode(\$m->fetch('a')); \$m->keep('a', new DateTimeImmutable('@7')); echo get_class(\$m->fetch('a')), \$m->fetch('a')->getTimestamp(), json_encode((new ApcuMemory('/there'))->fetch('a')); }";
        $run = static fn (string ...$settings): string => (string) shell_exec('php '.implode(' ', array_map(static fn (string $one): string => '-d '.escapeshellarg($one), $settings)).' -r '.escapeshellarg($code));
        self::assertSame('truenullDateTimeImmutable7null', $run('apc.enable_cli=1', 'opcache.validate_timestamps=0'));
        self::assertSame('false', $run('apc.enable_cli=1', 'opcache.validate_timestamps=1'));
        self::assertSame('false', $run('apc.enable_cli=0', 'opcache.validate_timestamps=0'));
    }

    private function publish(int $idle): void
    {
        $this->app->forgetScopedInstances();
        $rules = $this->app->make(RulesInForce::class);
        $document = $rules->document();
        $document['sessions']['idle'] = "PT{$idle}S";
        $this->app->make(Revisions::class)->publish($document, $rules->revision(), 'for the test', Actor::kennel());
        $this->app->forgetScopedInstances();
    }
}
