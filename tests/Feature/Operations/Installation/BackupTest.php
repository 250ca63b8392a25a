<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Installation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\SystemEntropy;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Operations\Installation\Folder;
use Kennel\Core\Messaging\Wording\MessageKind;

final class BackupTest extends InstallTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = "{$this->data}-backup";
        mkdir($this->folder);
        $this->beforeApplicationDestroyed(fn () => exec('rm -rf '.escapeshellarg($this->folder)));
        file_put_contents("{$this->data}/password", self::PASSWORD);
        $this->attempt('kennel:install', [...self::wanted(), '--password-file' => "{$this->data}/password"]);
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
        mkdir("{$this->data}/app/pictures");
        file_put_contents("{$this->data}/app/pictures/one-64.webp", 'a picture');
    }

    public function test_a_backup_holds_everything_but_the_keys(): void
    {
        [$status, $said] = $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        self::assertSame(0, $status, $said);
        self::assertStringContainsString('The keys were not copied', $said);
        $manifest = (array) json_decode((string) file_get_contents("{$this->folder}/b/manifest.json"), true);
        self::assertSame(['files/pictures/one-64.webp', 'kennel.sqlite', 'rules.json'], array_keys((array) $manifest['sha256']));
        self::assertSame(0o700, fileperms("{$this->folder}/b") & 0o777);
        $key = (new KeyFile("{$this->data}/app.key"))->keys()[0];
        foreach (['kennel.sqlite', 'rules.json', 'manifest.json'] as $file) {
            self::assertStringNotContainsString($key, (string) file_get_contents("{$this->folder}/b/{$file}"));
        }
        self::assertSame('ok', (new \PDO("sqlite:{$this->folder}/b/kennel.sqlite"))->query('PRAGMA integrity_check')->fetchColumn());
        self::assertSame('portal', json_decode((string) file_get_contents("{$this->folder}/b/rules.json"))->apps[0]->key);

        [$status, $said] = $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        self::assertSame([1, true], [$status, str_contains($said, 'is not empty')]);
        [$status, $said] = $this->attempt('kennel:backup', ['folder' => "{$this->folder}/c", '--keys' => "{$this->folder}/c/keys"]);
        self::assertSame([2, true], [$status, str_contains($said, 'must not be inside')]);
        self::assertDirectoryDoesNotExist("{$this->folder}/c");
    }

    public function test_files_that_live_for_a_day_are_not_kept_longer_by_a_backup(): void
    {
        foreach (['exports/one', 'imports/two'] as $file) {
            is_dir(dirname("{$this->data}/app/{$file}")) || mkdir(dirname("{$this->data}/app/{$file}"), 0o700, true);
            file_put_contents("{$this->data}/app/{$file}", 'x');
        }
        $this->command('kennel:backup', ['folder' => "{$this->folder}/b"]);
        self::assertFileExists("{$this->folder}/b/files/imports/two");
        self::assertDirectoryDoesNotExist("{$this->folder}/b/files/exports");
    }

    public function test_another_machine_takes_it_up_with_everything_closed_that_was_open(): void
    {
        $link = $this->app->make(\Kennel\App\Credentials\Challenges\Challenges::class);
        $account = $this->app->make(\Kennel\App\Directory\Accounts\Accounts::class)->byAddress(\Kennel\Core\Foundation\Text\EmailAddress::parse('ada@holm.example'));
        self::assertNotNull($account);
        $token = $link->issue($account, \Kennel\Core\Credentials\Challenges\ChallengePurpose::ResetPassword, \Kennel\Core\Foundation\Documents\Duration::parse('PT1H'));
        $this->app->make(Messages::class)->queueToHolder(MessageKind::PasswordChanged, $account, 'recover', ['how' => 'by_link']);
        $this->attempt('kennel:peppers', ['new' => 'spring']);
        [$status, $said] = $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b", '--keys' => "{$this->folder}/k"]);
        self::assertSame(0, $status, $said);
        self::assertStringContainsString('app.key, pepper-keys in', $said);

        // The other machine has nothing.
        exec('rm -rf '.escapeshellarg("{$this->data}"));
        $this->app['db']->purge();
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b"]);
        self::assertSame([1, true], [$status, str_contains($said, 'There is no key here')]);
        self::assertFileDoesNotExist("{$this->data}/kennel.sqlite");
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--keys' => "{$this->folder}/k"]);
        self::assertSame(0, $status, $said);
        self::assertStringContainsString('1 sessions ended, 1 links spent, 1 waiting messages given up', $said);

        self::assertSame('a picture', file_get_contents("{$this->data}/app/pictures/one-64.webp"));
        self::assertSame(['wal', 0o640], [(new \PDO("sqlite:{$this->data}/kennel.sqlite"))->query('PRAGMA journal_mode')->fetchColumn(), fileperms("{$this->data}/kennel.sqlite") & 0o777]);
        self::assertStringStartsWith('spring ', (string) file_get_contents("{$this->data}/pepper-keys"));
        self::assertSame((new KeyFile("{$this->data}/app.key"))->keys()[0], config('app.key'), 'what was restored is opened from now on');
        $this->app->forgetInstance('encrypter');
        $this->ask('/overview')->assertStatus(401);
        $this->knock('POST', '/recoveries/consume', ['token' => $token->token->reveal(), 'password' => 'quiet barns under snow'])->assertStatus(422);
        $this->work('mail');
        self::assertSame(['failed'], DB::table('messages')->pluck('state')->all(), 'it may have been sent since; an operator decides');
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
        self::assertContains('kennel.restored', array_column((array) $this->ask('/audit-events')->json('items'), 'event'));
        $this->ask('/messages/'.DB::table('messages')->value('id'))->assertOk()->assertJsonPath('state', 'failed');
    }

    public function test_what_is_here_is_not_lost(): void
    {
        $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        DB::table('accounts')->update(['name' => 'Ada Later']);
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b"]);
        self::assertSame([1, true], [$status, str_contains($said, 'There are accounts here')]);
        self::assertSame('Ada Later', DB::table('accounts')->value('name'));

        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--force' => true]);
        self::assertSame(0, $status, $said);
        self::assertSame('Ada Holm', DB::table('accounts')->value('name'));
        $kept = glob("{$this->data}/kennel.sqlite.before-*")[0] ?? '';
        self::assertSame('Ada Later', (new \PDO("sqlite:{$kept}"))->query('SELECT name FROM accounts')->fetchColumn());
    }

    public function test_it_does_not_take_the_place_of_a_kennel_that_runs(): void
    {
        $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        DB::statement('PRAGMA foreign_keys = OFF');
        DB::table('accounts')->delete();
        $this->app->make(Pulses::class)->beat(Pulses::MAIL);
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b"]);
        self::assertSame([1, true], [$status, str_contains($said, 'Stop Kennel first')], $said);
    }

    public function test_a_damaged_or_foreign_backup_is_refused_before_anything_is_moved(): void
    {
        $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        $refused = function (string $why): void {
            [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--force' => true]);
            self::assertSame(1, $status);
            self::assertStringContainsString($why, $said);
            self::assertSame('Ada Holm', DB::table('accounts')->value('name'));
            self::assertSame([], glob("{$this->data}/kennel.sqlite.before-*"));
        };
        file_put_contents("{$this->folder}/b/files/pictures/one-64.webp", 'another picture');
        $refused('The backup is damaged: files/pictures/one-64.webp');
        unlink("{$this->folder}/b/files/pictures/one-64.webp");
        $refused('The backup is damaged: files/pictures/one-64.webp');
        rename("{$this->folder}/b/manifest.json", "{$this->folder}/b/manifest");
        $refused('is no backup, or one that was broken off');
    }

    public function test_a_backup_that_the_keys_here_do_not_open_is_refused(): void
    {
        $account = $this->app->make(\Kennel\App\Directory\Accounts\Accounts::class)->byAddress(\Kennel\Core\Foundation\Text\EmailAddress::parse('ada@holm.example'));
        self::assertNotNull($account);
        $this->app->make(Messages::class)->queueToHolder(MessageKind::PasswordChanged, $account, 'recover', ['how' => 'by_link']);
        $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b", '--keys' => "{$this->folder}/k"]);
        unlink("{$this->data}/app.key");
        (new KeyFile("{$this->data}/app.key"))->make(new SystemEntropy);
        $mine = (new KeyFile("{$this->data}/app.key"))->keys();
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--force' => true]);
        self::assertSame([1, true], [$status, str_contains($said, 'do not open what the backup holds')], $said);
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--keys' => "{$this->folder}/k", '--force' => true]);
        self::assertSame(0, $status, $said);
        self::assertSame([...$mine, ...(new KeyFile("{$this->folder}/k/app.key"))->keys()], (new KeyFile("{$this->data}/app.key"))->keys(), 'the key here goes on sealing, the other opens');
    }

    public function test_a_folder_of_copies_is_its_owners_and_begins_empty(): void
    {
        mkdir("{$this->folder}/open", 0o755);
        foreach (["{$this->folder}/open", "{$this->folder}/within/within"] as $folder) {
            Folder::makeEmpty($folder);
            clearstatcache();
            self::assertSame(0o700, fileperms($folder) & 0o777);
        }
        file_put_contents("{$this->folder}/a file", 'x');
        foreach (["{$this->folder}/a file/within" => 'cannot be made.', $this->folder => 'is not empty.'] as $folder => $why) {
            try {
                Folder::makeEmpty($folder);
                self::fail('made');
            } catch (\RuntimeException $error) {
                self::assertStringContainsString("{$folder} {$why}", $error->getMessage());
            }
        }
        mkdir("{$this->folder}/many");
        foreach (range(30, 10) as $name) {
            touch("{$this->folder}/many/{$name}");
        }
        self::assertSame(range(10, 30), array_keys(Folder::digests("{$this->folder}/many")), 'in one order, wherever it is');
        Folder::copy("{$this->folder}/nowhere", "{$this->folder}/open");
        mkdir("{$this->folder}/from/one/two", 0o755, true);
        file_put_contents("{$this->folder}/from/one/two/deep", 'deep');
        file_put_contents("{$this->folder}/from/flat", 'flat');
        symlink('/etc/passwd', "{$this->folder}/from/link");
        Folder::copy("{$this->folder}/from", "{$this->folder}/open");
        self::assertSame(['flat' => hash('sha256', 'flat'), 'one/two/deep' => hash('sha256', 'deep')], Folder::digests("{$this->folder}/open"), 'a link leads elsewhere, and is left out');
        self::assertSame([8, 0], [Folder::bytes("{$this->folder}/open"), Folder::bytes("{$this->folder}/nowhere")]);
    }

    public function test_what_is_no_backup_or_of_another_format_is_refused_and_nothing_changes(): void
    {
        $this->attempt('kennel:backup', ['folder' => "{$this->folder}/b"]);
        $manifest = (array) json_decode((string) file_get_contents("{$this->folder}/b/manifest.json"), true);
        $restore = function (?array $written): string {
            file_put_contents("{$this->folder}/b/manifest.json", $written === null ? 'gibberish' : json_encode($written, JSON_THROW_ON_ERROR));
            [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--force' => true]);
            self::assertSame(1, $status);

            return $said;
        };
        foreach ([null, array_diff_key($manifest, ['sha256' => true]), array_diff_key($manifest, ['made_at' => true]), ['sha256' => 'x'] + $manifest] as $odd) {
            self::assertStringContainsString('is no backup, or one that was broken off', $restore($odd));
        }
        self::assertStringContainsString('of another format', $restore(['format' => 99] + $manifest));
        self::assertStringContainsString('of another format', $restore(array_diff_key($manifest, ['format' => true])));
        self::assertStringContainsString('The backup is damaged: kennel.sqlite is missing or not what was written.', $restore(['sha256' => ['kennel.sqlite' => str_repeat('0', 64)] + $manifest['sha256']] + $manifest));
        self::assertSame(1, self::rows('accounts'));
        file_put_contents("{$this->folder}/b/manifest.json", json_encode($manifest, JSON_THROW_ON_ERROR));
        [$status, $said] = $this->attempt('kennel:restore', ['folder' => "{$this->folder}/b", '--force' => true, '--keys' => "{$this->folder}/nowhere"]);
        self::assertSame(1, $status);
        self::assertStringContainsString("{$this->folder}/nowhere is no folder of keys.", $said);
    }
}
