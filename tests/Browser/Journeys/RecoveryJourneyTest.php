<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Tests\Browser\Support\BrowserTestCase;

/** From the sign-in page, through the held message, to a new password and a new session. */
final class RecoveryJourneyTest extends BrowserTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_a_forgotten_password(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->press('Forgotten your password?')->see('We send a reset link');
        $page->type('E-mail address', 'nobody@')->press('Send reset link')->see('The part after the @ is not a domain.');
        self::assertSame('nobody@', $page->box('E-mail address')->getAttribute('value'));
        $page->type('E-mail address', 'kofi@alderwend.example')->press('Send reset link')->see('Check your mail');
        $this->assertAccessible();

        $link = $this->linkOf('kofi@alderwend.example', 'Choose a new password');
        $page = $this->visit('/icon.svg')->visit($link)->see('Choose a new password')->see('kofi@alderwend.example');
        $page->press('Set new password')->see('Please correct 2 entries')->see('Enter a password.');
        $page->type('New password', 'kofi@alderwend.example')->type('Repeat password', 'x')->see('little more than your address')->see('The two passwords are not the same.');
        $this->assertAccessible();
        $page->type('New password', self::NEW)->type('Repeat password', self::NEW)->see('✓ the same');
        $page->until(static fn (): bool => $page->find("//button[@type='submit']")->getAttribute('data-ready') === 'true', 'the verdict to be clean');
        $page->press('Set new password')->see('Your new password is set');
        $this->visit('/icon.svg')->visit($link)->see('This link does not work')->see('has been used already');

        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'kofi@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('is not right');
        $page->type('Password', self::NEW)->press('Sign in')->see('Hello, Kofi');
        $page->press('Change your password')->see('Current password');
        $page->type('Current password', 'not this')->type('New password', 'nine grey geese a-flying')->type('Repeat password', 'nine grey geese a-flying')->see('✓ the same');
        $page->until(static fn (): bool => $page->find("//button[@type='submit']")->getAttribute('data-ready') === 'true', 'the verdict to be clean');
        $page->press('Change password')->see('This is not the password you have now.');
        $this->assertAccessible();
        $page->type('Current password', self::NEW)->press('Change password')->see('Your password is changed');
    }

    public function test_an_older_hash_is_renewed_at_sign_in_and_the_census_filters_accounts(): void
    {
        $kind = static fn (): string => (string) self::$server->database()->query("SELECT hash_kind FROM accounts WHERE email = 'hedda@alderwend.example'")->fetchColumn();
        self::assertSame('salted SHA-1 (SSHA)', $kind());
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'hedda@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Hedda');
        self::assertSame('Argon2id 47104/1/1', $kind());
        $console = $this->enterConsole('/passwords')->see('portable phpass 2^13');
        $console->press('portable phpass 2^13')->see('portable phpass 2^13')->see('shown, last seen first');
        $expected = (int) self::$server->database()->query("SELECT count(*) FROM accounts WHERE hash_kind = 'portable phpass 2^13'")->fetchColumn();
        $console->see("{$expected} shown");
        $this->assertAccessible();
    }
}
