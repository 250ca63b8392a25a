<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Installation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\PrivateFile;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Policy\Cases\Cases;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\SignupInput;

final class KeysTest extends InstallTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->attempt('kennel:install', self::wanted());
        $this->startAnew();
        $account = $this->app->make(Accounts::class)->byAddress(EmailAddress::parse('ada@holm.example'));
        self::assertNotNull($account);
        $this->app->make(Messages::class)->queueToHolder(MessageKind::PasswordChanged, $account, 'recover', ['how' => 'by_link']);
        $this->app->make(Cases::class)->add(new SignupCase('One', 'portal', new SignupInput('Ada', 'ada@holm.example', new Secret('slow green otters'), [], ''), []), 'the test');
    }

    public function test_a_private_file_is_its_users_alone_however_it_is_written_and_what_is_none_holds_no_key(): void
    {
        $umask = umask();
        $path = "{$this->data}/of-a-test";
        PrivateFile::write($path, 'one');
        PrivateFile::change($path, static fn (string $text): string => "{$text} and two");
        self::assertSame(['one and two', 0o600, 0o600], [file_get_contents($path), fileperms($path) & 0o777, fileperms("{$path}.lock") & 0o777]);
        $inode = fileinode($path);
        PrivateFile::change($path, static fn (string $text): string => $text);
        clearstatcache();
        self::assertSame($inode, fileinode($path), 'what stays as it is is not written');
        self::assertSame([], (new KeyFile($this->data))->keys(), 'a directory');
        self::assertSame([], (new KeyFile("{$this->data}/nothing"))->keys());
        $acts = [PrivateFile::write(...), static fn (string $path, string $text) => PrivateFile::change($path, static fn (): string => $text)];
        foreach ($acts as $act) {
            try {
                $act("{$this->data}/no/such/folder", 'x');
                self::fail('written');
            } catch (\RuntimeException $error) {
                self::assertSame("{$this->data}/no/such/folder cannot be written.", $error->getMessage());
            }
        }
        self::assertSame($umask, umask(), 'what others make is not ours to hide');
        self::assertSame([], glob("{$this->data}/of-a-test.????????") ?: [], 'no half of one is left');
    }

    public function test_a_rotation_leaves_nothing_that_its_key_does_not_open(): void
    {
        $first = $this->keys()[0];
        [, $said] = $this->attempt('kennel:keys');
        self::assertSame(KeyFile::name($first)."  in use   sealed 2\n", $said);

        [$status, $said] = $this->attempt('kennel:keys', ['act' => 'rotate']);
        self::assertSame(0, $status, $said);
        self::assertStringNotContainsString($this->keys()[0], $said);
        self::assertSame([2, $first], [count($this->keys()), $this->keys()[1]]);
        $this->startAnew();
        self::assertStringContainsString('by the link', $this->openNewest(), 'what was sealed before is opened');
        [$status, $said] = $this->attempt('kennel:keys', ['act' => 'retire']);
        self::assertSame(1, $status, 'not while something needs it');
        self::assertStringContainsString('2 values are not sealed under the key in use', $said);
        self::assertCount(2, $this->keys());

        $before = DB::table('messages')->value('sealed');
        [, $said] = $this->attempt('kennel:keys', ['act' => 'reseal']);
        self::assertStringContainsString('2 sealed anew', $said);
        self::assertNotSame($before, DB::table('messages')->value('sealed'));
        [, $said] = $this->attempt('kennel:keys', ['act' => 'reseal']);
        self::assertStringContainsString('0 sealed anew', $said, 'and once is enough');
        [, $said] = $this->attempt('kennel:keys', ['act' => 'retire']);
        self::assertStringContainsString('1 former keys retired', $said);
        self::assertCount(1, $this->keys());
        $this->startAnew();
        self::assertStringContainsString('by the link', $this->openNewest());
        self::assertSame(['One'], array_column($this->app->make(Cases::class)->run(RuleBook::fromArray($this->app->make(\Kennel\App\Foundation\Rules\RulesInForce::class)->document())), 'name'));
        self::assertSame(0o600, fileperms("{$this->data}/app.key") & 0o777);
    }

    public function test_an_answer_that_is_asked_for_again_is_the_first_one_also_after_a_rotation(): void
    {
        $ask = fn () => $this->knock('POST', '/recoveries', ['email' => 'ada@holm.example'], ['Idempotency-Key' => 'one'], 'pages');
        $ask()->assertStatus(202);
        $this->attempt('kennel:keys', ['act' => 'rotate']);
        $this->startAnew();
        $ask()->assertStatus(202)->assertHeader('Idempotent-Replay', 'true');
    }

    /** Of two who rotate at once neither loses the other's key: what a process has sealed under it meanwhile could not be opened. */
    public function test_rotations_at_the_same_moment_lose_no_key(): void
    {
        $code = 'require "vendor/autoload.php"; (new Kennel\\App\\Foundation\\Keys\\KeyFile($argv[1]))->rotate(new Kennel\\App\\Foundation\\SystemEntropy);';
        $processes = array_map(fn (): mixed => proc_open([PHP_BINARY, '-r', $code, "{$this->data}/app.key"], [], $pipes, dirname(__DIR__, 4)), range(1, 8));
        foreach ($processes as $process) {
            self::assertSame(0, is_resource($process) ? proc_close($process) : -1);
        }
        self::assertCount(9, array_unique($this->keys()));
    }

    public function test_what_no_key_opens_is_said(): void
    {
        DB::table('messages')->update(['sealed' => 'not sealed at all']);
        [$status, $said] = $this->attempt('kennel:keys');
        self::assertSame(1, $status);
        self::assertStringContainsString('1 sealed values are opened by none of these keys', $said);
    }

    public function test_a_key_in_the_environment_is_its_owners(): void
    {
        config(['kennel.key_in_environment' => true]);
        foreach (['rotate' => 'APP_PREVIOUS_KEYS', 'retire' => 'APP_PREVIOUS_KEYS'] as $act => $says) {
            [$status, $said] = $this->attempt('kennel:keys', ['act' => $act]);
            self::assertSame([1, true], [$status, str_contains($said, $says)]);
        }
        self::assertCount(1, $this->keys());
    }

    /** @return list<string> */
    private function keys(): array
    {
        return (new KeyFile("{$this->data}/app.key"))->keys();
    }

    /** As a process that is started reads them. */
    private function startAnew(): void
    {
        config(['app.key' => $this->keys()[0], 'app.previous_keys' => array_slice($this->keys(), 1)]);
        $this->app->forgetInstance('encrypter');
        $this->app->forgetScopedInstances();
    }

    private function openNewest(): string
    {
        return $this->app->make(Messages::class)->open(\Kennel\App\Messaging\Mail\Message::query()->orderByDesc('seq')->firstOrFail())['text'];
    }
}
