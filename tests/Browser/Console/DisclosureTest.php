<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\InForce;

/** Who is handed what: set by keyboard, measured, previewed; agreed to by a holder; and a new field that leaks nowhere. */
final class DisclosureTest extends BrowserTestCase
{
    private static int $made = 0;

    public function test_a_field_is_handed_to_an_app_by_keyboard_measured_kept_as_a_case_and_previewed(): void
    {
        $page = $this->enterConsole('/roles/disclosure')->see('unclassified');
        $page->driver->executeScript("document.querySelector('[data-cell=\"0:0\"]').focus()");
        $page->keys(...array_fill(0, 8, WebDriverKeys::ARROW_RIGHT))->keys(WebDriverKeys::SPACE)->see('Boat licence, to Kitloft');
        $page->press('Hand it out')->see('Say what it is for')->type('What for', 'To lend boats')->press('Hand it out')->see('1 change.');
        $page->seeNot('unclassified')->press('Measure impact')->see('Kitloft would begin to receive Boat licence of');
        $page->press('See them')->see('Who')->keys(WebDriverKeys::ESCAPE);
        $page->driver->executeScript("[...document.querySelectorAll('button')].find((each) => each.getAttribute('aria-label')?.startsWith('Kitloft, Boat licence: handed out')).click()");
        $page->see('Hand it out no more')->press('Keep as a case')->see('Kept as a case')->keys(WebDriverKeys::ESCAPE);
        $this->assertAccessible();
        $holder = $this->make('boat_licence', 'AB-1234');
        $this->visit("/console/roles/preview?account={$holder}&audience=app:kitloft")->see('Lena Floods')->see('as it is sent')->seeNot('"boat_licence"')->see('Boat licence');
        $page = $this->visit("/console/roles/preview?account={$holder}&audience=app:kitloft&rules=draft")->see('"boat_licence"')->see('not handed to you')->seeNot('AB-1234');
        $this->assertAccessible();
        $this->visit('/console/sign-up/cases')->see('Kitloft: handed Boat licence');
    }

    public function test_a_new_field_leaks_nowhere(): void
    {
        $rules = InForce::read(self::$server->database());
        $rules['fields'][] = Books::field('short_text', ['key' => 'shoe_size', 'label' => 'Shoe size', 'searchable' => true]);
        InForce::write(self::$server->database(), $rules);
        $holder = $this->make('home_reach', 'Saltings');
        $this->as('pages');
        self::$browser->viewport(375, 800)->visit(self::$server->url().'/a/gaugebook/details')->type('Shoe size (optional)', 'fortyseven')->press('Save')->see('Saved');
        self::assertSame('"fortyseven"', self::$server->database()->query("SELECT value FROM field_values WHERE field_key = 'shoe_size'")->fetchColumn());
        // Filled in and not shown, it stays as it is when something else is changed.
        self::$browser->visit(self::$server->url().'/a/gaugebook/details')->choose('Home reach', 'Lower Alder')->press('Save')->see('Saved');
        self::assertSame('"fortyseven"', self::$server->database()->query("SELECT value FROM field_values WHERE field_key = 'shoe_size'")->fetchColumn());
        foreach (['details', 'data', 'sharing', 'profile'] as $where) {
            self::assertStringNotContainsString('fortyseven', self::$browser->visit(self::$server->url()."/a/gaugebook/{$where}")->see('your account')->text(), $where);
        }
        self::$browser->visit(self::$server->url().'/a/gaugebook/data')->see('until it is decided who may see it: Shoe size');
        self::$browser->viewport(1280, 800);
        self::$browser->forget();
        $page = $this->enterConsole('')->see('Nobody has said who is handed 2 fields')->see('Shoe size');
        foreach (["/accounts/{$holder}", '/accounts?q=fortyseven', "/roles/preview?account={$holder}&audience=operators", "/roles/preview?account={$holder}&audience=public"] as $where) {
            $page = $this->visit("/console{$where}");
            $page->see(str_contains($where, 'q=') ? 'No account' : 'Lena Floods');
            self::assertStringNotContainsString('fortyseven', str_replace('“fortyseven”', '', $page->text()), $where);
        }
    }

    public function test_a_holder_reads_who_sees_what_and_agrees_and_takes_it_back(): void
    {
        $holder = $this->make('home_reach', 'Saltings');
        $this->as('pages');
        $page = self::$browser->viewport(375, 800)->visit(self::$server->url().'/a/gaugebook/profile')->press('Who sees what of you')->see('So that volunteers of a reach find each other');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $agreed = static fn (): string => (string) self::$server->database()->query("SELECT group_concat(field) FROM consents WHERE account_id = '{$holder}'")->fetchColumn();
        $page->press('List me in the directory')->until(static fn (): bool => $agreed() === 'listed:gaugebook', 'it to be kept');
        $listed = json_decode((string) file_get_contents(self::$server->url().'/api/v1/directory?app=gaugebook&q=lena', false, stream_context_create(['http' => ['header' => "Kennel-Surface: pages\r\n".self::$server->cookieOf(self::email(), DemoKeeper::PASSWORD, 'pages')]])), true);
        self::assertContains(['name' => 'Lena Floods', 'fields' => ['home_reach' => 'Saltings']], $listed['items']);
        $page->press('List me in the directory')->until(static fn (): bool => $agreed() === '', 'it to be taken back');
        self::$browser->viewport(1280, 800);
    }

    /** @return string the id of an account of Gaugebook that holds a value */
    private function make(string $field, string $value): string
    {
        $database = self::$server->database();
        $database->prepare("INSERT INTO accounts (id, app_key, name, name_key, email, lookup_key, status, email_proven_at, terms_version, password_hash, hash_kind, created_at, search) VALUES (?, 'gaugebook', 'Lena Floods', 'lena floods', ?, ?, 'active', '2026-01-01T00:00:00.000Z', '2026-09-03', ?, 'bcrypt 4', '2026-01-01T00:00:00.000Z', '')")
            ->execute([$id = '01890a5d-ac96-774b-bcce-00000000abc'.++self::$made, self::email(), self::email(), password_hash(DemoKeeper::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])]);
        $seq = $database->lastInsertId();
        foreach (['training_level' => 'full', 'home_reach' => 'Mill Reach', $field => $value] as $key => $held) {
            $database->prepare('INSERT INTO field_values (account_seq, field_key, position, value, sort_key) VALUES (?, ?, 0, ?, ?)')->execute([$seq, $key, json_encode($held), strtolower($held)]);
        }

        return $id;
    }

    private static function email(): string
    {
        return 'lena'.self::$made.'@post.example';
    }

    private function as(string $surface): void
    {
        self::$browser->visit(self::$server->url().'/a/gaugebook/signed-out');
        self::$browser->cookie(self::$server->url(), substr(self::$server->cookieOf(self::email(), DemoKeeper::PASSWORD, $surface), strlen('Cookie: ')));
    }
}
