<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Pages;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Language;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Account holders are spoken to in their own language: the account's own where one was chosen, else what the browser asks for. */
final class LanguageTest extends DoorTestCase
{
    private const GERMAN = ['Accept-Language' => 'de-AT, de;q=0.9, en;q=0.5'];

    public function test_what_the_browser_asks_for_is_spoken_on_the_pages_and_never_in_the_console(): void
    {
        $this->holder();
        $wrong = ['email' => 'tam@post.example', 'password' => 'x'];
        self::assertStringStartsWith('Adresse oder Passwort stimmen nicht', (string) $this->knock('POST', '/sessions', $wrong, self::GERMAN)->json('detail'));
        self::assertStringStartsWith('The address or the password', (string) $this->knock('POST', '/sessions', $wrong, self::GERMAN, 'console')->json('detail'));
        self::assertStringStartsWith('The address or the password', (string) $this->knock('POST', '/sessions', $wrong, ['Accept-Language' => 'fr'])->json('detail'));
        $refused = $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => '', 'email' => 'x', 'password' => 'short'], self::GERMAN)->assertStatus(422);
        self::assertSame('Das Konto wurde nicht erstellt', $refused->json('title'));
        self::assertContains('Geben Sie einen Namen ein.', array_column((array) $refused->json('reasons'), 'message'));
        self::assertStringContainsString('<html lang="de">', (string) $this->get('/a/gaugebook/sign-in', self::GERMAN)->getContent());
        self::assertStringContainsString('<html lang="en">', (string) $this->get('/console', self::GERMAN)->getContent());
        self::assertStringContainsString('<noscript>Diese Seite braucht JavaScript', (string) $this->get('/a/gaugebook/sign-in', self::GERMAN)->getContent());
    }

    public function test_the_accounts_own_language_comes_before_the_browsers(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $edit = fn (mixed $language) => $this->knock('PATCH', '/account', ['language' => $language], ['If-Match' => '*']);
        self::assertNull($this->knock('GET', '/account')->json('language'));
        $edit('de')->assertOk()->assertJsonPath('language', 'de');
        $edit(null)->assertOk()->assertJsonPath('language', 'de');
        $edit('xx')->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.language');
        self::assertStringContainsString('<html lang="de">', (string) $this->page('/a/gaugebook/profile')->getContent());
        self::assertSame('de', DB::table('accounts')->where('id', $account->id)->value('language'));
        $edit('')->assertOk()->assertJsonPath('language', null);
        self::assertStringContainsString('<html lang="en">', (string) $this->page('/a/gaugebook/profile')->getContent());
        self::assertSame(2, DB::table('audit_events')->where('event', 'account.language_changed')->count());
    }

    public function test_days_are_written_as_the_language_writes_them(): void
    {
        config(['rules.signup.terms' => ['version' => '2026-09-03', 'text' => 'Be kind.']]);
        $said = fn (array $headers): string => implode(' ', array_column((array) $this->knock('POST', '/signups/verdict', ['app' => 'gaugebook', 'terms' => null], $headers)->json('reasons'), 'message'));
        self::assertStringContainsString('Accept the terms of 3 September 2026.', $said([]));
        self::assertStringContainsString('Nehmen Sie die Bedingungen vom 3. September 2026 an.', $said(self::GERMAN));
        $this->app->setLocale('en');
        $words = $this->app->make(\Kennel\App\Foundation\Words::class);
        $say = static fn (string $code, array $parameters): string => $words->say(new \Kennel\Core\Foundation\Reasons\Reason($code, 'field', $parameters));
        self::assertSame('“2026-09-03” is not one of the choices.', $say('field.choice_unknown', ['value' => '2026-09-03']), 'what was typed stays as it was typed');
        self::assertSame(['Not before 3 September 2026.', 'Not after today.'], [$say('field.too_early', ['earliest' => '2026-09-03']), $say('field.too_late', ['latest' => 'today'])]);
    }

    public function test_a_page_or_an_app_that_is_none_is_a_page_all_the_same(): void
    {
        foreach (['/a/gaugebook/nowhere', '/a/gaugebook', '/a/nothing/sign-in'] as $path) {
            self::assertStringContainsString('id="root"', (string) $this->get($path)->assertNotFound()->getContent(), $path);
        }
    }

    private function page(string $path): \Illuminate\Testing\TestResponse
    {
        $this->app->forgetScopedInstances();

        return $this->call('GET', $path, [], $this->cookies);
    }

    /** Whatever there is in the language has its counterpart in English, and its parameters; and what is said to holders is all there. */
    #[DataProvider('files')]
    public function test_a_language_says_the_same(string $file, bool $isWhole): void
    {
        foreach (Language::cases() as $language) {
            $words = self::flat(require base_path("lang/{$language->value}/{$file}.php"));
            $english = self::flat(require base_path("lang/en/{$file}.php"));
            self::assertSame([], array_diff(array_keys($words), array_keys($english)), 'nothing of its own');
            $isWhole && self::assertSame(array_keys($english), array_keys($words));
            foreach ($words as $key => $sentence) {
                self::assertEqualsCanonicalizing(self::parameters($english[$key]), self::parameters($sentence), "{$language->value}, {$file}.{$key}");
            }
        }
        foreach (['name', 'email', 'password', 'signup', 'challenge', 'verification', 'field', 'picture', 'terms', 'bots'] as $group) {
            $file === 'reasons' && self::assertSame(array_keys((require base_path('lang/en/reasons.php'))[$group]), array_keys((require base_path('lang/de/reasons.php'))[$group]), $group);
        }
    }

    /** @return array<string, array{string, bool}> */
    public static function files(): array
    {
        return ['pages' => ['pages', true], 'reasons' => ['reasons', false], 'problems' => ['problems', false], 'passwords' => ['passwords', true], 'messages' => ['messages', true]];
    }

    /**
     * @param  array<array-key, mixed>  $words
     * @return array<string, string>
     */
    private static function flat(array $words): array
    {
        return array_map(strval(...), \Illuminate\Support\Arr::dot($words));
    }

    /** @return list<string> */
    private static function parameters(string $sentence): array
    {
        preg_match_all('/(?<![\w:]):([a-z_]+)/', $sentence, $found);

        return array_values(array_unique($found[1]));
    }
}
