<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Where the focus is, after each step: it never falls to the body, and Enter does what has the focus. */
final class KeyboardTest extends BrowserTestCase
{
    public function test_rows_are_walked_by_the_focus_itself_and_enter_stays_the_browsers(): void
    {
        $console = $this->enterConsole('/accounts')->see('50 shown');
        $first = $console->keys('j')->focused();
        $second = $console->keys('j')->focused();
        self::assertNotSame($first, $second);
        self::assertSame($first, $console->keys('k')->focused());
        self::assertSame($second, $console->keys(WebDriverKeys::ARROW_DOWN)->focused());
        $console->keys(WebDriverKeys::ENTER)->find("//section[@aria-label='One account']//h2");
        self::assertSame($second, $console->focused(), 'the row keeps the focus while its account stands beside it');
        $steps = (int) $console->driver->executeScript('return history.length');
        $third = $console->keys('j')->focused();
        $console->until(static fn (): bool => str_contains($third, (string) basename((string) parse_url($console->driver->getCurrentURL(), PHP_URL_PATH))) || $console->driver->executeScript('return document.querySelector("[aria-current=true]")?.textContent') === $third, 'the next account to be open');
        self::assertSame($steps, (int) $console->driver->executeScript('return history.length'), 'walking is no journey');
        $console->keys(WebDriverKeys::ESCAPE)->until(static fn (): bool => ! str_contains($console->driver->getCurrentURL(), '/accounts/'), 'the pane to close');
        self::assertSame($third, $console->focused());

        $console->driver->executeScript("document.querySelector('a[href$=\"/mail\"]').focus()");
        $console->keys(WebDriverKeys::ENTER)->see('Mail')->until(static fn (): bool => str_ends_with($console->driver->getCurrentURL(), '/mail'), 'Enter to follow the link that has the focus');
        $console->until(static fn (): bool => $console->focused() === 'Mail', 'the heading to say where one is');
    }

    public function test_every_station_and_every_page_is_walked_by_tab(): void
    {
        $console = $this->enterConsole();
        $account = (string) self::$server->database()->query("SELECT id FROM accounts WHERE email = 'oriel@alderwend.example'")->fetchColumn();
        foreach (['', '/sign-up/rules', '/sign-up/fields?field=home_reach', '/sign-up/look', '/sign-up/cases', '/sign-up/revisions?revision=4', '/sign-up/funnel', '/sign-up/code', '/invitations/open', '/invitations/progress', '/invitations/invite', '/mail/mailboxes', '/mail', '/passwords', '/passwords/policy', '/passwords/hashing', '/accounts/import', '/sign-in/ways', '/sign-in/brakes', '/sign-in/sessions', '/roles', '/apps', '/apps/registration?app=gaugebook', '/apps/keys', '/apps/inspector', "/accounts/{$account}?q=oriel", '/audit'] as $station) {
            $this->visit("/console{$station}")->until(static fn (): bool => ! str_contains($console->text(), 'Loading') && $console->text() !== '', 'the station');
            self::assertSame([], $console->walk(60), $station);
        }
        $console->viewport(375, 812);
        foreach (['sign-up', 'sign-in', 'recover', 'reset', 'verify', 'invited', 'undo-address', 'terms', 'profile', 'nowhere'] as $page) {
            $this->visit("/a/gaugebook/{$page}")->until(static fn (): bool => (bool) $console->driver->executeScript('return document.querySelector("h1") !== null && document.querySelector("a[href], button, input") !== null') && ! str_contains($console->text(), 'Loading'), 'the page and something to reach');
            self::assertSame([], $console->walk(40), $page);
        }
    }

    public function test_an_account_that_is_opened_by_keys_has_the_focus_and_escape_leads_back(): void
    {
        $console = $this->enterConsole('/accounts?q=oriel+alderwend')->see('1 shown');
        $console->keys('j')->until(static fn (): bool => $console->focused() === 'Oriel Vance', 'the row to have the focus');
        $console->keys(WebDriverKeys::ENTER)->until(static fn (): bool => $console->driver->executeScript('return document.activeElement.tagName + " " + document.activeElement.textContent') === 'H2 Oriel Vance', 'the heading of what was opened');
        $console->keys(WebDriverKeys::ESCAPE)->until(static fn (): bool => $console->driver->executeScript('return document.activeElement.dataset.row !== undefined'), 'the row to have it again');
        $console->keys('e')->find("//aside[@aria-label='Evidence']");
        $console->driver->executeScript('document.querySelector("[aria-label=\"Hide the evidence\"]").focus()');
        $console->keys(WebDriverKeys::ESCAPE)->until(static fn (): bool => $console->focused() === 'Evidence', 'the dock’s handle');
    }

    public function test_every_station_has_the_focus_on_its_heading(): void
    {
        $console = $this->enterConsole();
        foreach (['m' => 'Mail', 'p' => 'Passwords', 'l' => 'Sign-in', 'r' => 'Roles', 'q' => 'Apps', 't' => 'Audit'] as $key => $heading) {
            $console->keys('g')->keys($key)->until(static fn (): bool => $console->focused() === $heading, "{$heading} to have the focus");
        }
    }

    public function test_a_dialog_gives_the_focus_back_and_keeps_what_was_typed(): void
    {
        $console = $this->enterConsole('/accounts?q=oriel+alderwend')->click("//a[contains(., 'Oriel Vance')]");
        $console->press('Suspend account…')->see('Suspend Oriel Vance?')->keys(WebDriverKeys::ESCAPE)->seeNot('Suspend Oriel Vance?');
        $console->until(static fn (): bool => $console->focused() === 'Suspend account…', 'Suspend account… to have the focus');
        $console->press('Suspend account…')->type('Reason', 'Shared the password')->keys(WebDriverKeys::ESCAPE)->see('Discard what you typed?');
        $this->assertAccessible();
        $console->press('Keep editing')->seeNot('Discard what you typed?');
        self::assertSame('Shared the password', $console->box('Reason')->getAttribute('value'));
        $console->clickAt(5, 700)->see('Discard what you typed?')->press('Discard')->seeNot('Suspend Oriel Vance?');
        $console->until(static fn (): bool => $console->focused() === 'Suspend account…', 'Suspend account… to have the focus');
        $console->keys('?')->see('Single keys work')->press('Close')->seeNot('Single keys work');
        $console->until(static fn (): bool => $console->focused() === 'Suspend account…', 'Suspend account… to have the focus');
    }

    public function test_a_temporary_password_is_closed_by_its_own_button_alone(): void
    {
        $console = $this->enterConsole('/accounts?q=oriel+alderwend')->click("//a[contains(., 'Oriel Vance')]");
        $console->press('Require a new password…')->press('Set a temporary one')->type('Reason', 'Lost the telephone')->press('Set temporary password')->see('It is shown this once.');
        $console->clickAt(5, 700)->keys(WebDriverKeys::ESCAPE);
        usleep(300_000);
        $console->see('It is shown this once.')->press('I have it')->seeNot('It is shown this once.');
    }

    public function test_single_keys_can_be_switched_off(): void
    {
        $console = $this->enterConsole();
        $console->keys('?')->see('Single keys work');
        $this->assertAccessible();
        $console->driver->executeScript("document.querySelector('[role=switch]').click()");
        $console->see('Single keys are off')->press('Close')->seeNot('Single keys are off');
        $console->keys('g')->keys('m')->keys('?');
        usleep(300_000);
        self::assertStringEndsWith('/console', rtrim($console->driver->getCurrentURL(), '/'));
        $console->click("//button[@aria-label='Keys']")->see('Single keys are off');
        $console->driver->executeScript("document.querySelector('[role=switch]').click()");
        $console->see('Single keys work');
    }

    public function test_enter_in_find_waits_for_the_answer_to_what_was_typed(): void
    {
        $console = $this->enterConsole();
        $console->keys('/');
        $box = $console->find("//input[@placeholder='An account, app, role, station or act']");
        $box->sendKeys('maren thist');
        $console->see('maren@alderwend.example');
        $console->slow(700);
        try {
            $box->sendKeys(str_repeat(WebDriverKeys::BACKSPACE, 11).'oriel alder'.WebDriverKeys::ENTER);
            $console->until(static fn (): bool => str_contains($console->driver->getCurrentURL(), '/accounts/'), 'an account to be opened');
        } finally {
            $console->slow(0);
        }
        $console->see('oriel@alderwend.example');
    }
}
