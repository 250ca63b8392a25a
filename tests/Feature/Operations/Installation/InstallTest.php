<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Installation;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Policy\Rules\RuleBook;

final class InstallTest extends InstallTestCase
{
    public function test_from_nothing_to_a_keeper_who_signs_in(): void
    {
        $password = "{$this->data}/password";
        file_put_contents($password, self::PASSWORD."\n");
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), '--password-file' => $password]);

        self::assertSame(0, $status, $said);
        self::assertStringContainsString("Key            made, {$this->data}/app.key", $said);
        self::assertStringContainsString('Keeper         made', $said);
        self::assertStringContainsString('Roles          made', $said);
        self::assertStringNotContainsString('#t=', $said, 'no link where a password was given');
        self::assertSame(0o600, fileperms("{$this->data}/app.key") & 0o777);
        self::assertSame('wal', (new \PDO("sqlite:{$this->data}/kennel.sqlite"))->query('PRAGMA journal_mode')->fetchColumn());

        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
        self::assertSame(['auditor', 'keeper'], array_column((array) $this->ask('/roles')->assertOk()->json('items'), 'key'));
        self::assertSame(['The Portal'], array_column((array) $this->ask('/apps')->json('items'), 'name'));
        $trail = array_column((array) $this->ask('/audit-events')->json('items'), 'event');
        self::assertContains('account.installed', $trail);
        self::assertContains('rules.published', $trail);
        $account = $this->ask('/accounts?q=ada')->assertOk()->json('items.0.id');
        $this->ask("/accounts/{$account}")->assertOk()->assertJsonPath('came_by', 'installation')->assertJsonPath('status', 'active')->assertJsonPath('duties', []);

        $book = RuleBook::fromArray($this->app->make(RulesInForce::class)->document());
        self::assertFalse($book->apps['portal']->admission->isOpen(), 'nobody signs up until somebody decides who may');
        self::assertSame(1, $this->app->make(RulesInForce::class)->revision());
    }

    public function test_done_again_it_changes_nothing(): void
    {
        $this->attempt('kennel:install', [...self::wanted()]);
        $key = file_get_contents("{$this->data}/app.key");
        $before = [self::rows('accounts'), self::rows('roles'), self::rows('rule_revisions'), self::rows('audit_events'), self::rows('challenges')];
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted()]);

        self::assertSame(0, $status, $said);
        self::assertStringContainsString('Keeper         was there', $said);
        self::assertStringContainsString('Roles          was there', $said);
        self::assertStringNotContainsString('#t=', $said, 'a link is no use to a log of each start');
        self::assertSame($before, [self::rows('accounts'), self::rows('roles'), self::rows('rule_revisions'), self::rows('audit_events'), self::rows('challenges')]);
        self::assertSame($key, file_get_contents("{$this->data}/app.key"));
        DB::table('role_permissions')->where('role_key', 'auditor')->delete();
        DB::table('roles')->where('key', 'auditor')->delete();
        self::assertStringContainsString('Roles          made', $this->attempt('kennel:install', [...self::wanted()])[1], 'one of them was missing');
        [$status, $said] = $this->attempt('kennel:install');
        self::assertSame(0, $status);
        self::assertStringContainsString('There is a keeper already', $said);
    }

    public function test_without_a_password_a_link_sets_one_and_works_once(): void
    {
        [, $said] = $this->attempt('kennel:install', self::wanted());
        self::assertSame(1, preg_match('~(/a/portal/reset)#t=([A-Za-z0-9_-]{43})~', $said, $found), $said);
        $this->knock('POST', '/recoveries/consume', ['token' => $found[2], 'password' => 'quiet barns under snow'])->assertOk();
        $this->knock('POST', '/recoveries/consume', ['token' => $found[2], 'password' => 'quiet barns under rain'])->assertStatus(422);
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => 'quiet barns under snow', 'keep' => false], surface: 'console')->assertCreated();

        [, $again] = $this->attempt('kennel:install', [...self::wanted(), '--link' => true]);
        self::assertStringContainsString('#t=', $again, 'a keeper who lost both can be let in from the machine');
    }

    public function test_the_environment_says_what_options_do_not(): void
    {
        $said = ['APP' => 'portal', 'APP_NAME' => 'The Portal', 'APP_KIND' => 'mobile', 'NAME' => 'Ada Holm', 'EMAIL' => 'ada@holm.example', 'PASSWORD' => self::PASSWORD];
        foreach ($said as $name => $value) {
            putenv("KENNEL_INSTALL_{$name}={$value}");
        }
        try {
            [$status, $output] = $this->attempt('kennel:install');
        } finally {
            array_map(static fn (string $name): bool => putenv("KENNEL_INSTALL_{$name}"), array_keys($said));
        }
        self::assertSame(0, $status, $output);
        self::assertSame('mobile', DB::table('apps')->value('kind'));
        self::assertStringNotContainsString(self::PASSWORD, $output);
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
    }

    public function test_mistakes_are_named_and_nothing_is_half_made(): void
    {
        file_put_contents("{$this->data}/password", "short\n");
        [$status, $said] = $this->attempt('kennel:install', ['--app' => 'The Portal', '--app-name' => ' ', '--app-kind' => 'toaster', '--name' => '', '--email' => 'ada']);
        self::assertSame(1, $status);
        foreach (['--app:', '--app-name:', '--app-kind:', '--name:', '--email:'] as $field) {
            self::assertStringContainsString($field, $said);
        }
        foreach (['--app' => 'The Portal', '--name' => "\x07", '--email' => 'ada'] as $option => $mistake) {
            [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), $option => $mistake]);
            self::assertSame([1, 1], [$status, substr_count($said, "{$option}:")], $said);
        }
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), '--password-file' => "{$this->data}/password"]);
        self::assertSame(1, $status);
        self::assertStringContainsString('--password: At least 12 characters', $said);
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), '--password-file' => "{$this->data}/nowhere"]);
        self::assertSame(1, $status);
        self::assertStringContainsString('nowhere cannot be read', $said);
        self::assertSame([0, 0, 0, 0], [self::rows('accounts'), self::rows('apps'), self::rows('roles'), self::rows('rule_revisions')]);
    }

    public function test_somebody_else_is_not_made_a_keeper_beside_one_who_can_sign_in(): void
    {
        $this->attempt('kennel:install', self::wanted());
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), '--email' => 'eve@holm.example']);
        self::assertSame(1, $status);
        self::assertStringContainsString('There is a keeper who can sign in', $said);
        $this->app->make(Accounts::class)->add(PersonName::parse('Eve Holm'), EmailAddress::parse('eve@holm.example'), HashKind::describe('-'), 'portal');
        self::assertStringContainsString('There is an account with this address already', ($this->attempt('kennel:install', [...self::wanted(), '--email' => 'eve@holm.example'])[1]), 'whoever has an account is made one in the console');
        DB::table('accounts')->where('email', 'eve@holm.example')->delete();
        self::assertSame(1, self::rows('accounts'));

        DB::table('accounts')->update(['status' => 'suspended']);
        [$status, $said] = $this->attempt('kennel:install', [...self::wanted(), '--email' => 'eve@holm.example']);
        self::assertSame(0, $status, "where nobody can, the machine's owner helps: {$said}");
        self::assertSame(2, DB::table('assignments')->where('role_key', 'keeper')->count());
    }

    public function test_the_data_alone_is_what_a_demo_begins_with(): void
    {
        [$status] = $this->attempt('kennel:install', ['--data-only' => true]);
        self::assertSame(0, $status);
        self::assertSame(0, self::rows('accounts') + self::rows('roles') + self::rows('apps'));
        self::assertNotNull(KeyFile::bytes((new KeyFile("{$this->data}/app.key"))->keys()[0]));
    }

    public function test_the_first_page_leads_through_the_same(): void
    {
        $this->knock('GET', '/installation')->assertOk()->assertExactJson(['is_needed' => true, 'steps' => [
            ['step' => 'directory', 'is_done' => true], ['step' => 'schema', 'is_done' => false], ['step' => 'key', 'is_done' => false],
        ]]);
        self::assertFileDoesNotExist("{$this->data}/setup-code");
        $this->attempt('kennel:install', ['--data-only' => true]);
        $this->knock('GET', '/installation')->assertOk()->assertJsonPath('steps.1.is_done', true)->assertJsonPath('steps.2.is_done', true);
        $code = trim((string) file_get_contents("{$this->data}/setup-code"));
        self::assertMatchesRegularExpression('/^([0-9A-HJKMNP-TV-Z]{5}-){4}[0-9A-HJKMNP-TV-Z]{5}$/D', $code);
        self::assertSame(0o600, fileperms("{$this->data}/setup-code") & 0o777);
        $this->knock('GET', '/installation');
        self::assertSame($code, trim((string) file_get_contents("{$this->data}/setup-code")), 'one that was read stays good');

        $refused = $this->knock('POST', '/installation', ['code' => 'AAAAA-AAAAA-AAAAA-AAAAA-AAAAA', ...self::asked('short')])->assertStatus(422);
        self::assertSame(['installation.code'], self::codes($refused), 'without the code nothing else is said');
        $short = $this->knock('POST', '/installation', ['code' => $code, ...self::asked('short')])->assertStatus(422);
        self::assertContains('password.too_short', self::codes($short));
        $mistakes = $this->knock('POST', '/installation', ['code' => $code, ...self::asked(), 'app' => 'No', 'email' => 'x', 'name' => ''])->assertStatus(422);
        self::assertEqualsCanonicalizing(['app.key', 'email.invalid', 'name.required'], self::codes($mistakes));
        self::assertSame(0, self::rows('accounts'));

        $this->knock('POST', '/installation', ['code' => strtolower(str_replace('-', ' ', $code)), ...self::asked()])->assertCreated()->assertExactJson(['is_needed' => false, 'steps' => []]);
        self::assertFileDoesNotExist("{$this->data}/setup-code");
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => self::PASSWORD, 'keep' => false], surface: 'console')->assertCreated();
        $this->ask('/overview')->assertOk();

        $this->knock('GET', '/installation')->assertOk()->assertExactJson(['is_needed' => false, 'steps' => []]);
        $this->knock('POST', '/installation', ['code' => $code, ...self::asked(), 'email' => 'eve@holm.example'])->assertStatus(409);
        self::assertFileDoesNotExist("{$this->data}/setup-code", 'no code is made where none is needed');
    }

    /** Half a file, as a full disk leaves it, must not be a code that anybody could type: none. */
    public function test_an_empty_code_is_never_the_code(): void
    {
        $this->attempt('kennel:install', ['--data-only' => true]);
        touch("{$this->data}/setup-code");
        foreach (['', ' - ', "\n"] as $none) {
            $refused = $this->knock('POST', '/installation', ['code' => $none, ...self::asked()])->assertStatus(422);
            self::assertSame(['installation.code'], self::codes($refused));
            file_put_contents("{$this->data}/setup-code", '');
        }
        $this->knock('GET', '/installation');
        self::assertSame(29, strlen(trim((string) file_get_contents("{$this->data}/setup-code"))));
    }

    /** The second request has looked before the first was through. */
    public function test_of_two_at_once_one_is_the_first(): void
    {
        $this->attempt('kennel:install', ['--data-only' => true]);
        $this->app->forgetScopedInstances();
        $install = $this->app->make(\Kennel\App\Operations\Installation\Install::class);
        $request = static fn (string $email): \Kennel\App\Operations\Installation\InstallationRequest => \Kennel\App\Operations\Installation\InstallationRequest::parse('portal', 'The Portal', 'web', 'Ada Holm', $email, new \Kennel\Core\Foundation\Secrets\Secret(self::PASSWORD));
        self::assertTrue($install->isNeeded());
        $install($request('ada@holm.example'), isFirst: true);
        try {
            $install($request('eve@holm.example'), isFirst: true);
            self::fail('There are two first keepers.');
        } catch (\Kennel\App\Foundation\Refusals\Refusal $refusal) {
            self::assertSame('installation.done', $refusal->refusal);
        }
        self::assertSame(1, self::rows('accounts'));
    }
}
