<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Feature\DoorTestCase;

final class PepperRotationTest extends DoorTestCase
{
    public function test_a_key_is_made_used_replaced_and_retired(): void
    {
        config(['kennel.peppers.file' => "{$this->data}/pepper-keys"]);
        $this->holder();
        [$status, $said] = $this->peppers(['new' => 'spring', '--use' => true]);
        self::assertSame([1, true], [$status, str_contains($said, '--reason')]);
        self::assertFileDoesNotExist("{$this->data}/pepper-keys");

        self::assertSame(0, $this->peppers(['new' => 'spring', '--use' => true, '--reason' => 'The first'])[0]);
        self::assertSame('spring', $this->pepperInForce());
        $this->signIn()->assertCreated();
        self::assertStringStartsWith('$peppered$spring$', (string) DB::table('accounts')->value('password_hash'));

        self::assertSame(0, $this->peppers(['new' => 'autumn', '--use' => true, '--reason' => 'Yearly'])[0]);
        [, $said] = $this->peppers(['--retire' => true]);
        self::assertStringContainsString('"spring" stays: 1 accounts, 0 former passwords and 0 claims need it.', $said);
        $this->signIn()->assertCreated();
        self::assertStringStartsWith('$peppered$autumn$', (string) DB::table('accounts')->value('password_hash'));
        self::assertSame(0o600, fileperms("{$this->data}/pepper-keys") & 0o777);
        file_put_contents("{$this->data}/pepper-keys", "# ours\n".file_get_contents("{$this->data}/pepper-keys"));

        DB::table('password_history')->insert(['account_id' => DB::table('accounts')->value('id'), 'password_hash' => '$peppered$spring$x', 'replaced_at' => '2026-05-01T12:00:00.000Z']);
        [, $said] = $this->peppers(['--retire' => true]);
        self::assertStringContainsString('0 accounts, 1 former passwords', $said);
        DB::table('password_history')->delete();
        [$status, $said] = $this->peppers(['--retire' => true]);
        self::assertSame([0, "Retired: spring.\n"], [$status, $said]);
        $lines = (array) file("{$this->data}/pepper-keys");
        self::assertSame(['# ours', 'autumn'], array_map(static fn ($line): string => str_starts_with((string) $line, '#') ? trim((string) $line) : (string) strtok((string) $line, ' '), $lines));
        $this->signIn()->assertCreated();
        self::assertSame(0, $this->peppers([])[0]);
    }

    private function pepperInForce(): string
    {
        $this->app->forgetScopedInstances();

        return RuleBook::fromArray($this->app->make(RulesInForce::class)->document())->hashing->pepper;
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{int, string}
     */
    private function peppers(array $options): array
    {
        $this->app->forgetScopedInstances();
        $this->app->forgetInstance(\Kennel\Core\Credentials\Passwords\Peppers\Peppers::class);
        $kernel = $this->app->make(Kernel::class);

        return [$kernel->call('kennel:peppers', $options), $kernel->output()];
    }
}
