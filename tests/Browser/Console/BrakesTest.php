<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** An attack while an operator watches: who is held back, what the rule lets through, and what a tighter one would have. */
final class BrakesTest extends BrowserTestCase
{
    public function test_an_attack_is_watched_released_and_answered_by_a_tighter_rule(): void
    {
        self::$server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['throttles' => [
            'signins_of_account' => ['free' => 5, 'first_delay' => 'PT2M', 'longest_delay' => 'PT10M', 'forgotten_after' => 'PT1H'], 'ceiling' => 60,
        ]]));
        $console = $this->enterConsole('/sign-in/brakes')->see('Guesses an attacker gets')->see('Nobody is held back.');
        $this->assertAccessible();
        $statuses = array_column(self::$server->postAll('/sessions', array_map(static fn (int $guess): array => ['email' => 'oriel@alderwend.example', 'password' => "guess {$guess}"], range(0, 11))), 0);
        self::assertContains(429, $statuses);
        self::assertNotContains(201, $statuses);
        $console->until(static fn (): bool => str_contains($console->text(), 'Oriel Vance'), 'the attack to be seen', 30);
        $console->see('held back')->press('Release Oriel Vance')->see('Failures so far are forgotten')->type('Reason', 'They called us')->press('Release')->see('Nobody is held back.');
        self::assertSame([401], array_column(self::$server->postAll('/sessions', [['email' => 'oriel@alderwend.example', 'password' => 'wrong']]), 0));

        $before = $this->drawn();
        $console->type('Failures in a row at most', '10')->keys(WebDriverKeys::ENTER)->see('changed');
        $console->until(fn (): bool => str_contains((string) $this->drawn(), 'draft'), 'the drawing to follow the draft');
        self::assertNotSame($before, $this->drawn());
        $this->assertAccessible();
        $console->press('Replay them')->see('replayed in')->see('Guesses let through')->see('fewer would have been looked at');
        $this->assertAccessible();
        (new WebDriverSelect($console->press('against all')->find("//select[@aria-label='From']")))->selectByValue('20');
        $console->see('The 20 addresses are taken to lie in 2 networks.');
        self::assertSame([], $console->complaints());
    }

    private function drawn(): string
    {
        return (string) self::$browser->driver->executeScript("return document.querySelector('section[aria-label=\"Guesses an attacker gets\"] figure')?.textContent ?? ''");
    }

    public function test_sessions_are_narrowed_and_ended(): void
    {
        self::$server->cookieOf('kofi@alderwend.example', 'heron weir lantern', 'pages');
        $console = $this->enterConsole('/sign-in/sessions')->see('sessions live')->type('Whose sessions', 'kofi@');
        $console->until(static fn (): bool => substr_count($console->text(), 'Kofi Mensah-Reed') >= 1 && ! str_contains($console->text(), 'Maren Thistlewood'), 'the list to be narrowed');
        $this->assertAccessible();
        $console->click("//input[@aria-label='Select all that are shown']")->see('selected')->press('End ')->see('ended.')->see('None is like that.');
        $this->visit('/console/sign-in/ways')->see('Second factor demanded of')->see('Shorter for holders of a role');
        $this->assertAccessible();
        self::assertSame([], self::$browser->complaints());
    }
}
