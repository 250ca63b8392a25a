<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Installation;

use Illuminate\Contracts\Console\Kernel;
use Kennel\Tests\Feature\DoorTestCase;
use Symfony\Component\Console\Output\BufferedOutput;

/** A Kennel as it comes out of its box: no database, no key, no app, nobody. */
abstract class InstallTestCase extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        unlink("{$this->data}/kennel.sqlite");
        config(['rules' => require __DIR__.'/../../../../config/rules.php', 'app.key' => null, 'app.previous_keys' => [], 'kennel.key_in_environment' => false, 'kennel.key_file' => "{$this->data}/app.key", 'database.connections.sqlite.journal_mode' => null]);
        config(['rules.hashing' => ['scheme' => 'argon2id', 'memory' => 7168, 'passes' => 1, 'lanes' => 1, 'cost' => 10, 'pepper' => '']]);
        $this->app->forgetInstance('encrypter');
        $this->app['db']->purge();
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{int, string} how it ended, what it said
     */
    protected function attempt(string $command, array $options = []): array
    {
        $this->app->forgetScopedInstances();
        $said = new BufferedOutput;

        return [$this->app->make(Kernel::class)->call($command, ['--no-interaction' => true, ...$options], $said), $said->fetch()];
    }

    /** @return array<string, string> */
    protected static function asked(string $password = self::PASSWORD): array
    {
        return ['app' => 'portal', 'app_name' => 'The Portal', 'app_kind' => 'web', 'name' => 'Ada Holm', 'email' => 'ada@holm.example', 'password' => $password];
    }

    /** @return array<string, string> as options of the command */
    protected static function wanted(): array
    {
        return ['--app' => 'portal', '--app-name' => 'The Portal', '--name' => 'Ada Holm', '--email' => 'ada@holm.example'];
    }
}
