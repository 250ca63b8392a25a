<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;

/** Rehearsing with a clock: the journey on the real page, kept as a case, and otherwise under a draft. */
final class RehearsalTest extends BrowserTestCase
{
    use ByKeyboard;

    protected function setUp(): void
    {
        parent::setUp();
        self::$server->database()->exec('DELETE FROM rehearsals; DELETE FROM rule_draft_saves');
    }

    private function begin(string $journey): Browser
    {
        $console = $this->enterConsole('/sign-in/rehearsal')->see('Begin a rehearsal');
        $this->reach("Rehearse: {$journey}");

        return $console->keys(WebDriverKeys::ENTER)->see('Its clock')->see('Next step');
    }

    private function next(string $sees): Browser
    {
        return self::$browser->press('Next step')->see($sees);
    }

    /** What the person sees. */
    private function inPage(string $text): void
    {
        $driver = self::$browser->driver;
        // The frame is another one each time a page is opened, and empty while that is loaded.
        $shown = 'return document.querySelector("iframe[title=\'The page as the person sees it\']")?.contentDocument?.body?.innerText ?? ""';
        self::$browser->until(static fn (): bool => str_contains((string) $driver->executeScript($shown), $text), "\"{$text}\" on the page");
    }

    public function test_the_link_on_the_25th_hour_is_played_on_the_real_page_kept_and_otherwise_under_a_draft(): void
    {
        $console = $this->begin('The link on the 25th hour');
        $before = self::$server->database()->query('SELECT (SELECT count(*) FROM accounts), (SELECT count(*) FROM messages), (SELECT count(*) FROM evidence), (SELECT count(*) FROM challenges)')->fetch(\PDO::FETCH_NUM);
        $this->assertAccessible();
        $this->next('202 look_for_message');
        $this->inPage('Check your mail');
        $console->see('Open its link in the page');
        $this->next('1 day 1 h ahead of ours');
        $this->next('422 challenge.expired');
        $this->inPage('This link is too old');
        $this->assertAccessible();
        self::assertSame($before, self::$server->database()->query('SELECT (SELECT count(*) FROM accounts), (SELECT count(*) FROM messages), (SELECT count(*) FROM evidence), (SELECT count(*) FROM challenges)')->fetch(\PDO::FETCH_NUM));
        $console->type('Keep what was done as a case', 'A link that is a day old')->press('Keep as a case')->see('It is kept.');
        $console->press('End it')->see('It is over.')->see('A link that is a day old')->see('not run yet');
        $console->click("//button[@aria-label='Run A link that is a day old']");
        $console->see('✓ holds');
        // A draft that lets links live for longer.
        $this->saveDraft(static fn (array $rules): array => array_replace_recursive($rules, ['verification' => ['lifetime' => 'P3D']]));
        $this->visit('/console/sign-in/rehearsal')->see('1 change.')->see('1 journey not run yet');
        $console->press('Review and publish…')->see('goes otherwise; see Sign-in, Rehearsal');
        $console->press('Keep editing')->see('✕ fails')->see('expected 422 challenge.expired, now 200');
        $this->assertAccessible();
    }

    public function test_a_factor_demanded_of_a_role_from_the_draft_to_the_end_of_the_grace(): void
    {
        $this->saveDraft(static fn (array $rules): array => array_replace_recursive($rules, ['factors' => ['roles' => ['observer'], 'from' => '', 'grace' => 'P14D']]));
        $console = $this->begin('From sign-up to first use')->see('under the draft based on revision');
        foreach (['1 min pass', 'Press the link in the message', 'Sign in', 'Settle what is owed', 'Look at the account'] as $upcoming) {
            $this->next("▸ {$upcoming}");
        }
        $this->inPage('Your account is complete.');
        $console->see('address proven');
        $console->press('+7 days')->see('7 days 1 min ahead of ours')->press('+7 days')->see('14 days 1 min ahead of ours');
        $this->choose('Sign in');
        $this->choose('Look at the account');
        $this->inPage('A second factor is required');
        $this->choose('Add an authenticator app');
        $console->see('1 factor,');
        $this->choose('Look at the account');
        $this->inPage('Your account is complete.');
        $console->press('End it')->see('It is over.');
    }

    private function choose(string $step): void
    {
        $steps = static fn (): int => (int) self::$browser->driver->executeScript('return document.querySelectorAll("section[aria-label=Journey] ol > li").length');
        $before = $steps();
        self::$browser->choose('Another step', $step)->press('Do it');
        self::$browser->until(static fn (): bool => $steps() > $before, "\"{$step}\" to be done");
    }

    /** @param  \Closure(array<string, mixed>): array<string, mixed>  $change */
    private function saveDraft(\Closure $change): void
    {
        $cookie = self::$server->cookieOf('maren@alderwend.example', DemoKeeper::PASSWORD);
        $draft = json_decode(self::$server->sendAll([['GET', '/rules/draft', null, [$cookie, 'Kennel-Surface: console']]])[0][1], true);
        $saved = self::$server->sendAll([['PUT', '/rules/draft', ['document' => $change($draft['document'])], [$cookie, 'Kennel-Surface: console', "If-Match: \"r{$draft['base_revision']}.v{$draft['version']}\""]]])[0];
        self::assertSame(200, $saved[0], $saved[1]);
    }

    public function test_by_hand_one_is_the_person_and_a_clock_goes_to_the_expiry_and_the_purge(): void
    {
        $console = $this->begin('From sign-up to first use');
        $this->next('202 look_for_message');
        $console->press('to the expiry')->see(' ahead of ours');
        $console->press('Open its link in the page');
        $this->inPage('This link is too old');
        $console->press('+1 h')->see('422 challenge.expired');
        for ($days = 0; $days < 7; $days++) {
            $console->press('to the purge');
        }
        $console->see('The purge runs');
        self::assertStringNotContainsString('Something went wrong', $console->text());
        $console->press('End it')->see('It is over.');
        self::assertSame(0, (int) self::$server->database()->query('SELECT count(*) FROM rehearsals')->fetchColumn());
    }
}
