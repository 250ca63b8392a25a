<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;

/** Every act of an account holder, on a telephone's width and without touching it. Signing up has tests of its own. */
final class PagesByKeyboardTest extends BrowserTestCase
{
    use ByKeyboard;

    private const NEW = 'nine grey geese a-flying';

    protected function setUp(): void
    {
        parent::setUp();
        self::$browser->viewport(375, 812);
    }

    public function test_signing_in_editing_and_signing_out(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->see('Forgotten your password?');
        $this->reach('E-mail address');
        $page->keys('oriel@alderwend.example');
        $this->reach('Password');
        $page->keys('not this', WebDriverKeys::ENTER)->see('is not right');
        self::assertSame('Password', $this->hasFocus('it was refused'));
        $this->do('Show: Password');
        $page->keys(WebDriverKeys::SHIFT, WebDriverKeys::TAB)->keys(WebDriverKeys::NULL);
        $this->reach('Password');
        $page->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys('heron weir lantern', WebDriverKeys::ENTER)->see('Hello, Oriel');

        $this->reach('Edit your account');
        $page->keys(WebDriverKeys::ENTER)->see('Save changes');
        $this->reach('Name');
        $page->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys(WebDriverKeys::DELETE);
        $this->do('Save changes', see: 'Please correct 1 entry');
        $this->reach('Name: ', begins: true);
        $page->keys(WebDriverKeys::ENTER);
        self::assertSame('Name', $this->hasFocus('a mistake leads to its box'));
        $page->keys('Oriel of the Weir');
        $this->do('Save changes', see: 'Saved.');
        $this->hasFocus('it was saved');
        $this->assertAccessible();
        $this->reach('Back to your account', begins: true);
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Oriel of the Weir');
        $this->reach('Sign out');
        $page->keys(WebDriverKeys::ENTER)->see('You are signed out');
        $this->reach('Sign in again');
        $page->keys(WebDriverKeys::ENTER)->see('Forgotten your password?');
    }

    public function test_two_windows_do_not_write_over_each_other(): void
    {
        $cookie = self::$server->cookieOf('kofi@alderwend.example', 'heron weir lantern', 'pages');
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'kofi@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Kofi');
        $page = $this->visit('/a/gaugebook/edit')->see('Save changes');
        self::assertNotSame('', $cookie);
        self::$server->database()->exec("UPDATE accounts SET name = 'Kofi Elsewhere', version = version + 1 WHERE email = 'kofi@alderwend.example'");
        $page->type('Name', 'Kofi Here')->press('Save changes')->see('its name is “Kofi Elsewhere” now')->see('save again to keep it');
        self::assertSame('Kofi Here', $page->box('Name')->getAttribute('value'));
        $this->assertAccessible();
        $page->press('Save changes')->see('Saved.');
        self::assertSame('Kofi Here', self::$server->database()->query("SELECT name FROM accounts WHERE email = 'kofi@alderwend.example'")->fetchColumn());
    }

    public function test_changing_a_password_and_asking_for_a_link(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'hedda@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Hedda');
        $this->reach('Change your password');
        $page->keys(WebDriverKeys::ENTER)->see('Current password');
        $this->do('Change password', see: 'Please correct');
        $this->reach('Current password');
        $page->keys('heron weir lantern');
        $this->reach('New password');
        $page->keys(self::NEW);
        $this->reach('Repeat password');
        $page->keys(self::NEW)->see('✓ the same');
        $this->reach('Sign me out everywhere else');
        $page->keys(' ');
        $this->do('Change password', see: 'Your password is changed');
        $this->hasFocus('it is changed');
        $this->assertAccessible();

        $page = $this->visit('/a/gaugebook/recover')->see('We send a reset link');
        $this->reach('E-mail address');
        $page->keys('nobody@', WebDriverKeys::ENTER)->see('The part after the @ is not a domain.');
        self::assertSame('E-mail address', $this->hasFocus('it was refused'));
        $page->keys('post.example', WebDriverKeys::ENTER)->see('Check your mail');
        $this->hasFocus('it is sent');
        $this->assertAccessible();
    }

    public function test_the_ways_out_of_pages_that_lead_nowhere(): void
    {
        foreach (['nowhere' => 'Sign in', 'verify' => 'Sign in', 'reset' => 'Send another', 'terms' => 'Sign in', 'profile' => 'Sign in'] as $page => $way) {
            $this->visit("/a/gaugebook/{$page}")->until(static fn (): bool => ! str_contains(self::$browser->text(), 'Loading') && (bool) self::$browser->driver->executeScript('return document.querySelector("main a[href], main button") !== null'), $page);
            self::$browser->tab();
            self::assertNotSame('BODY', $this->called(), "{$page}: {$way}");
            self::$browser->keys(WebDriverKeys::ENTER);
            self::$browser->until(static fn (): bool => preg_match('#/(sign-in|sign-up|recover)#', self::$browser->driver->getCurrentURL()) === 1 || str_contains(self::$browser->text(), 'E-mail address'), "a way out of {$page}");
        }
    }
}
