<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Over a network that is slow, that fails or is gone, and with a session that ends: nothing is silent, and nothing that was typed is lost. */
final class NetworkTest extends BrowserTestCase
{
    protected function tearDown(): void
    {
        self::$browser->offline(false)->slow(0)->unreachable([]);
        self::$browser->complaints();
        parent::tearDown();
    }

    public function test_a_list_that_fails_says_so_and_can_be_tried_again(): void
    {
        $console = $this->enterConsole();
        $console->unreachable(['*/api/v1/accounts?*']);
        $console->keys('g')->keys('a')->see('Kennel could not be reached.')->seeNot('No account matches');
        $console->unreachable([])->press('Try again')->see('50 shown')->seeNot('Kennel could not be reached.');
    }

    public function test_asking_and_empty_are_told_apart_and_an_older_answer_never_replaces_a_newer_one(): void
    {
        $console = $this->enterConsole('/accounts')->see('50 shown');
        $console->slow(700);
        $console->type('Search name and address', 'zzzz');
        $console->find("//*[@role='table' and @aria-busy='true']");
        $console->seeNot('Maren Thistlewood')->see('No account’s name or address has a word that begins with “zzzz”.');
        $console->type('Search name and address', 'm');
        $console->type('Search name and address', 'maren thist')->see('1 account')->see('Maren Thistlewood');
        usleep(900_000);
        self::assertStringContainsString('1 shown', $console->text());
    }

    public function test_without_a_connection_it_says_so_and_goes_on_by_itself(): void
    {
        $console = $this->enterConsole('/accounts')->see('50 shown');
        $console->offline(true);
        $console->type('Search name and address', 'maren thist')->see('No connection.')->see('by itself once there is one.')->seeNot('No account’s name');
        $console->offline(false)->see('1 shown')->see('Maren Thistlewood')->seeNot('No connection.');
    }

    public function test_a_session_that_ends_is_taken_up_again_over_what_is_open(): void
    {
        $console = $this->enterConsole('/accounts?q=oriel+alderwend')->click("//a[contains(., 'Oriel Vance')]");
        $console->press('Suspend account…')->type('Reason', 'Typed with care');
        self::$server->database()->exec("UPDATE sessions SET ended_at = '2026-01-01T00:00:00.000Z'");
        $console->press('Suspend account')->see('Your session has ended')->see('What you have open and typed stays as it is.');
        $console->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->seeNot('Your session has ended');
        self::assertSame('Typed with care', $console->box('Reason')->getAttribute('value'));
        $console->press('Suspend account')->see('Reason given: Typed with care');
    }

    public function test_without_an_answer_the_console_says_so_instead_of_asking_for_a_password(): void
    {
        $console = $this->enterConsole();
        $console->unreachable(['*/api/v1/session']);
        $this->visit('/console')->see('Kennel cannot be reached')->seeNot('Password');
        $console->unreachable([])->press('Try again')->see('Needs you');
    }

    public function test_one_saves_a_draft_faster_than_the_network_and_is_no_stranger_to_oneself(): void
    {
        $console = $this->enterConsole('/passwords/policy')->see('Minimum length');
        $console->slow(350);
        $console->type('Minimum length', '14')->type('Maximum length', '99')->type('Former passwords refused', '3')->keys("\u{E007}");
        $console->slow(0)->see('3 changes.')->seeNot('Nothing was overwritten');
        self::assertSame(['14', '99', '3'], array_map(static fn (string $label): ?string => $console->box($label)->getAttribute('value'), ['Minimum length', 'Maximum length', 'Former passwords refused']));
        $console->press('Review and publish…')->press('Discard draft…')->press('Discard draft')->see('Draft discarded.')->press('Undo')->see('3 changes.');
        $console->press('Review and publish…')->press('Discard draft…')->press('Discard draft')->see('is in force');
    }

    public function test_an_act_that_is_pressed_again_and_again_is_done_once(): void
    {
        $count = static fn (string $what): int => (int) self::$server->database()->query("SELECT count(*) FROM {$what}")->fetchColumn();
        $console = $this->enterConsole('/accounts?q=kofi+alderwend')->click("//a[contains(., 'Kofi Mensah-Reed')]");
        $console->slow(200);
        $messages = $count('messages');
        $console->pressTwice('Send a reset link')->see('Reset link queued for kofi@alderwend.example.');
        self::assertSame($messages + 1, $count('messages'));
        $console->press('Suspend account…')->type('Reason', 'Once')->pressTwice('Suspend account')->see('Reason given: Once');
        $console->press('Restore account…')->type('Reason', 'Once')->pressTwice('Restore account')->see('No duties are open.');
        $kofi = "account_id = (SELECT id FROM accounts WHERE email = 'kofi@alderwend.example')";
        self::assertSame([1, 1], [$count("audit_events WHERE event = 'account.suspended' AND {$kofi}"), $count("audit_events WHERE event = 'account.restored' AND {$kofi}")]);
        $console->press('Require a new password…')->press('Set a temporary one')->type('Reason', 'Once')->pressTwice('Set temporary password')->see('It is shown this once.');
        self::assertSame(1, $count("audit_events WHERE event LIKE '%temporary%' AND {$kofi}"));
    }

    public function test_find_over_a_slow_network_opens_what_was_asked_for(): void
    {
        $console = $this->enterConsole()->slow(600);
        $console->keys('/')->find("//input[@placeholder='An account, app, role, station or act']")->sendKeys(['oriel vance', "\u{E007}"]);
        $console->find("//section[@aria-label='One account']//h2[contains(., 'Oriel Vance')]");
    }
}
