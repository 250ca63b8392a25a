<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Tests\Browser\Support\BrowserTestCase;

/** A new password typed under the rules, a forced change at first sign-in, an edit form with an empty password box. */
final class PasswordJourneyTest extends BrowserTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_rules_and_guesses_are_told_while_typing(): void
    {
        $page = $this->visit('/a/gaugebook/sign-up')->see('At least 12 characters');
        $page->type('Full name', 'Tam Pellow')->type('Password', 'Monkey1')->see('Guessed at once')->see('Characters 1 to 7: a common password');
        self::assertStringNotContainsString('Monkey', $page->text(), 'it is never repeated');
        $page->type('Password', 'otter lantern weir 44')->see('Very hard to guess');
        $page->until(static fn (): bool => count($page->driver->findElements(\Facebook\WebDriver\WebDriverBy::xpath("//ul[@aria-label='Rules for the password']/li[contains(., ': met')]"))) === 4, 'four rules to be met');
        $page->type('Password', 'Gaugebook2026')->see("Not just a known name\n: not met yet");
        $this->assertAccessible();
        $page->viewport(375, 800);
        self::assertSame(375, $page->driver->executeScript('return document.documentElement.scrollWidth'));
        $this->assertAccessible();
    }

    public function test_a_temporary_password_has_to_be_changed_at_the_first_sign_in(): void
    {
        $console = $this->enterConsole('/accounts')->see('shown');
        $console->type('Search name and address', 'kofi')->see('Kofi Mensah-Reed');
        $console->click("//a[contains(., 'Kofi Mensah-Reed')]");
        $console->see('kofi@alderwend.example')->press('Require a new password…')->see('Require a new password of Kofi');
        $console->press('Set a temporary one')->type('Reason', 'Lost the telephone')->press('Set temporary password')->see('It is shown this once');
        $temporary = $console->find("//button[starts-with(@title, 'Copy: ') and contains(@aria-label, 'temporary')]")->getText();
        self::assertMatchesRegularExpression('/^([a-z2-9]{5}-){3}[a-z2-9]{5}$/', $temporary);
        $this->assertAccessible();

        self::$browser->forget();
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'kofi@alderwend.example')->type('Password', $temporary)->press('Sign in')->see('Change your password');
        $this->visit('/a/gaugebook/profile')->see('The password is a temporary one');
        $page = $this->visit('/a/gaugebook/password')->type('Current password', $temporary)->type('New password', $temporary)->type('Repeat password', $temporary)->see('✓ the same');
        $submit = static fn (): bool => $page->find("//button[@type='submit']")->getAttribute('data-ready') === 'true';
        $page->until($submit, 'the verdict to be clean');
        $page->press('Change password')->see('This is the password you have now. Choose another.');
        $page->type('New password', self::NEW)->type('Repeat password', self::NEW)->see('✓ the same');
        $page->until($submit, 'the verdict to be clean');
        $page->press('Change password')->see('Your password is changed');
        $this->visit('/a/gaugebook/profile')->see('Hello, Kofi')->seeNot('temporary');
    }

    public function test_an_empty_password_box_leaves_the_password_as_it_is(): void
    {
        $hash = static fn (): string => (string) self::$server->database()->query("SELECT password_hash FROM accounts WHERE email = 'oriel@alderwend.example'")->fetchColumn();
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Oriel');
        $before = $hash();
        $page->press('Edit your account')->see('Leave it empty to keep the one you have.');
        self::assertSame('', $page->box('New password')->getAttribute('value'));
        $page->type('Name', 'Oriel Vance-Holt')->press('Save')->see('Saved.');
        self::assertSame($before, $hash());
        $page->type('New password', 'short')->type('Current password', 'heron weir lantern')->press('Save')->see('At least 12 characters; this has 5.');
        self::assertSame([$before, 'Oriel Vance-Holt'], [$hash(), self::$server->database()->query("SELECT name FROM accounts WHERE email = 'oriel@alderwend.example'")->fetchColumn()]);
        $this->assertAccessible();
        $page->type('New password', self::NEW)->press('Save')->see('Saved.');
        self::assertNotSame($before, $hash());
    }

    public function test_a_compromised_password_is_set_anew_by_the_mailbox_alone(): void
    {
        $console = $this->enterConsole('/accounts')->see('shown');
        $console->type('Search name and address', 'ilza')->see('ilza@alderwend.example');
        $console->click("//*[@role='row'][contains(., 'ilza@alderwend.example')]//a");
        $console->press('Require a new password…')->press('It may be compromised')->see('the person who knows it may not be the holder')->type('Reason', 'Found in a leak')->press('End sessions and send reset link')->see('The password may be compromised');
        self::$browser->forget();
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'ilza@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Your password may be compromised');
        $page->press('Resend the link')->see('Another is on its way');
        $this->assertAccessible();
    }
}
