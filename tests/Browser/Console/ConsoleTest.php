<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\Server;

final class ConsoleTest extends BrowserTestCase
{
    public function test_every_station_by_its_keys_in_light_and_dark(): void
    {
        $console = $this->enterConsole();
        foreach (['s' => 'Who may sign up', 'm' => 'Subject', 'p' => 'Stored hashes by scheme', 'l' => 'Second factor demanded of', 'r' => 'Approves what observers enter', 'q' => 'What for', 'a' => 'shown, last seen first', 't' => 'append-only', 'h' => 'Needs you'] as $key => $text) {
            $console->keys('g')->keys($key)->see($text);
            $console->viewport(1280, 800);
            $this->assertAccessible();
            $console->viewport(1280, 800, dark: true);
            $this->assertAccessible();
        }
    }

    public function test_the_rail_and_the_list_say_what_the_data_says(): void
    {
        $console = $this->enterConsole('/accounts');
        $console->see('120 in all')->see('50 shown');
        $total = (int) self::$server->database()->query("SELECT count(*) FROM accounts WHERE status = 'pending'")->fetchColumn();
        $console->press('+ filter')->press('Add filter')->see("{$total} shown");
        self::assertStringContainsString('pending', $console->driver->getCurrentURL());
        $console->press('status is pending')->press('Show more')->see('100 shown');
    }

    public function test_searches_as_one_types_and_moves_by_keys(): void
    {
        $console = $this->enterConsole('/accounts');
        $console->type('Search name and address', 'maren thist')->see('1 shown')->see('Maren Thistlewood');
        self::assertStringContainsString('q=maren+thist', $console->driver->getCurrentURL());
        $console->box('Search name and address')->sendKeys(WebDriverKeys::TAB);
        $console->keys('j')->keys(WebDriverKeys::ENTER)->see('No duties are open.');
        $this->assertAccessible();
        $console->keys(WebDriverKeys::ESCAPE)->seeNot('No duties are open.');
        $console->type('Search name and address', 'zzzz')->see('No account’s name or address has a word that begins with “zzzz”.');
    }

    public function test_find_and_the_list_of_keys(): void
    {
        $console = $this->enterConsole();
        $console->keys('?')->see('Show or hide the evidence');
        $this->assertAccessible();
        $console->keys(WebDriverKeys::ESCAPE)->seeNot('Next row of a list');
        $console->keys('/');
        $console->find("//input[@placeholder='An account, app, role, station or act']")->sendKeys('maren thist');
        $console->see('maren@alderwend.example');
        $this->assertAccessible();
        $console->keys(WebDriverKeys::ENTER)->see('No duties are open.');
        self::assertStringContainsString('/accounts/', $console->driver->getCurrentURL());
    }

    public function test_suspends_and_restores_with_a_reason_and_ends_a_session(): void
    {
        $holder = $this->secondWindow();
        try {
            $holder->visit(self::$server->url('/a/gaugebook/sign-in'))->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel Vance');
            $console = $this->enterConsole('/accounts?q=oriel+alderwend');
            $console->click("//a[contains(., 'Oriel Vance')]");
            $console->click("//button[starts-with(@aria-label, 'End the session of Oriel Vance: Chromium')]");
            $console->until(static fn (): bool => self::$server->database()->query("SELECT count(*) FROM sessions WHERE ended_by = 'operator'")->fetchColumn() > 0, 'the session to end');
            $holder->visit(self::$server->url('/a/gaugebook/profile'))->see('You are not signed in');

            $console->press('Suspend account…')->see('They cannot sign in until restored, and are told by mail.');
            $this->assertAccessible();
            $console->press('Suspend account')->see('Give a reason; it goes into the audit trail.');
            $console->type('Reason', 'Shared the password')->press('Suspend account')->see('cannot sign in.')->see('Reason given: Shared the password')->see('account.suspended');
            $holder->visit(self::$server->url('/a/gaugebook/sign-in'))->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('is not right, or the account cannot be used');

            $console->press('Restore account…')->type('Reason', 'It was a mistake')->press('Restore account')->see('No duties are open.')->see('account.restored');
            $holder->press('Sign in')->see('Hello, Oriel Vance');
            self::assertSame([], $holder->complaints());
        } finally {
            $holder->close();
        }
    }

    public function test_an_edit_that_came_second_is_told_so_and_keeps_its_words(): void
    {
        $console = $this->enterConsole('/accounts?q=kofi+alderwend');
        $console->click("//a[contains(., 'Kofi Mensah-Reed')]");
        $console->press('Suspend account…')->type('Reason', 'Typed with care');
        self::$server->database()->exec("UPDATE accounts SET version = version + 1 WHERE email = 'kofi@alderwend.example'");
        $console->press('Suspend account')->see('The account was changed since this dialog opened');
        self::assertSame('Typed with care', $console->box('Reason')->getAttribute('value'));
        $console->press('Cancel')->see('No duties are open.');
    }

    public function test_evidence_is_live_in_four_lanes_and_opens_to_its_content(): void
    {
        $console = $this->enterConsole();
        $console->keys('e')->see('live');
        Server::signUp(self::$server->url(), ['app' => 'gaugebook', 'name' => 'Live Wire', 'email' => 'live@post.example', 'password' => 'slow green otters swim']);
        $console->see('POST /signups → 202')->see('account added')->see('Queued: Gaugebook: one step, and you can send readings')->see('Held by the stand-in')->see('by holder Live Wire');
        $console->press('wire: POST /signups → 202')->see('"email": "live@post.example"')->see('"password": "[secret]"');
        $this->assertAccessible();
        $console->keys('e')->seeNot('account added');
        $console->visit(self::$server->url('/console/audit'))->see('account.signed_up');
    }

    public function test_a_failed_message_is_sent_again(): void
    {
        $console = $this->enterConsole();
        $console->press('See failed messages')->see('failed');
        $console->click("//main//*[@role='row'][contains(., 'failed')]//a");
        $console->see('timed out')->press('Send message again')->see('✓ held');
        self::$server->await("SELECT count(*) FROM audit_events WHERE event = 'message.sent_again'", 1);
    }

    public function test_guessing_is_read_in_the_trail(): void
    {
        $console = $this->enterConsole()->press('Read the trail')->see('Only session.refused.')->see('203.0.113.77');
        $this->assertAccessible();
        $console->press('Show all events')->see('session.signed_in');
    }

    public function test_a_holder_is_shown_the_door(): void
    {
        self::$server->database()->exec("DELETE FROM assignments WHERE role_key = 'keeper' AND account_id = (SELECT id FROM accounts WHERE email = 'hedda@alderwend.example')");
        $this->visit('/console')->type('E-mail address', 'hedda@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('The console is for operators');
        $this->assertAccessible();
        self::$browser->press('Sign out')->see('Kennel console');
    }

    private function secondWindow(): Browser
    {
        $browser = Browser::open();
        $browser->driver->manage()->timeouts()->setScriptTimeout(20);

        return $browser;
    }
}
