<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\Server;

/** A person signs up, proves the address, signs in and out; an operator reads the message meanwhile. */
final class SignUpJourneyTest extends BrowserTestCase
{
    private const PASSWORD = 'slow green otters swim';

    public function test_from_the_form_to_a_session_and_out_again(): void
    {
        $page = $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        self::assertFalse($this->isReady());
        self::assertStringNotContainsString('Enter a name', $page->text(), 'nothing is said before a box was touched');

        $page->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'ngozi@')->type('Password', 'short')->type('Repeat password', 'sho');
        $page->see('The part after the @ is not a domain.')->see('At least 12 characters; this has 5.');
        self::assertFalse($this->isReady());
        $this->assertAccessible();

        $page->type('E-mail address', 'ngozi@millreach.example')->type('Password', self::PASSWORD)->see('Very hard to guess');
        $page->see('The two passwords are not the same.')->type('Repeat password', self::PASSWORD)->see('✓ the same');
        self::assertSame('Ngozi Adeyemi-Holt', $page->box('Full name')->getAttribute('value'));
        $page->press('I accept the terms of 3 September 2026')->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        $page->press('Create account')->see('Check your mail')->see('ngozi@millreach.example');
        $this->assertAccessible();

        $link = $this->linkFromTheConsole('ngozi@millreach.example');
        $this->visit('/icon.svg')->visit($link)->see('Is this your address?')->see('ngozi@millreach.example');
        $this->assertAccessible();
        $page->press('Yes, confirm my address')->see('Your address is confirmed');
        $this->visit('/icon.svg')->visit($link)->see('This link was used before');
        $altered = substr($link, 0, -3).'AAA';
        $this->visit('/icon.svg')->visit($altered)->see('This link does not work')->see('copy the whole of it');
        $this->assertAccessible();

        $page->visit(self::$server->url('/a/gaugebook/sign-in'))->type('E-mail address', 'ngozi@millreach.example')->type('Password', 'not this one')->press('Sign in');
        $page->see('The address or the password is not right');
        self::assertSame('ngozi@millreach.example', $page->box('E-mail address')->getAttribute('value'), 'what was typed survives');
        $page->type('Password', self::PASSWORD)->press('Keep me signed in')->press('Sign in')->see('Before you begin');
        $page->choose('Home reach', 'Mill Reach')->choose('Training level', 'Basic')->until(fn (): bool => $this->isReady(), 'the details to be clean');
        $page->press('Save and continue')->see('Hello, Ngozi Adeyemi-Holt')->see('Your account is complete.');
        $this->assertAccessible();
        $page->press('Sign out')->see('You are signed out');
        $this->visit('/a/gaugebook/profile')->see('You are not signed in');
    }

    public function test_the_same_page_for_an_address_that_is_known(): void
    {
        $this->visit('/a/gaugebook/sign-up')->type('Full name', 'Somebody Else')->type('E-mail address', 'MAREN@alderwend.example')
            ->type('Password', self::PASSWORD)->type('Repeat password', self::PASSWORD)->press('I accept the terms of 3 September 2026')->see('✓ the same')->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        self::$browser->press('Create account')->see('Check your mail');
        $message = $this->waitForMessage('maren@alderwend.example');
        self::assertSame('Gaugebook: you already have an account', $message);
    }

    public function test_in_another_browser_the_link_asks_for_the_password_or_for_a_new_one(): void
    {
        $page = self::$browser->viewport(375, 760);
        foreach (['typed@post.example' => true, 'afresh@post.example' => false] as $email => $isKnown) {
            $this->signUpOverTheWire($email);
            $message = (string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = '{$email}'")->fetchColumn();
            $this->visit('/icon.svg')->visit(self::$server->url('/a/gaugebook/verify#t='.self::$server->tokenOf($message)))->see('This is not the browser that signed up.')->see($email);
            $this->assertAccessible();
            $page->type('Your password', 'not this one')->press('Confirm this address')->see('This is not the password of this sign-up.');
            if ($isKnown) {
                $page->type('Your password', self::PASSWORD)->press('Confirm this address')->see('Your address is confirmed');

                continue;
            }
            $page->press('Choose a new password')->see('Repeat password');
            $page->press('Confirm address and set password')->see('Enter a name.');
            $this->assertAccessible();
            $page->type('Name', 'Ngozi Adeyemi-Holt')->type('New password', 'seven grey herons wait')->type('Repeat password', 'seven grey herons wait')->see('✓ the same');
            $page->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
            $page->press('Confirm address and set password')->see('Your address is confirmed');
        }
        $passwords = [['typed@post.example', self::PASSWORD], ['afresh@post.example', 'seven grey herons wait'], ['afresh@post.example', self::PASSWORD]];
        self::assertSame([201, 201, 401], array_column(self::$server->postAll('/sessions', array_map(static fn (array $one): array => ['email' => $one[0], 'password' => $one[1]], $passwords)), 0));
        self::assertSame('Ngozi Adeyemi-Holt', self::$server->database()->query("SELECT name FROM accounts WHERE email = 'afresh@post.example'")->fetchColumn());
    }

    public function test_a_link_that_is_too_old_or_replaced_says_so(): void
    {
        $this->signUpOverTheWire('late@post.example');
        $link = $this->linkFromTheConsole('late@post.example');
        self::$server->database()->exec("UPDATE challenges SET expires_at = '2020-01-01T00:00:00.000Z' WHERE address = 'late@post.example'");
        $this->visit('/icon.svg')->visit($link)->see('This link is too old')->type('E-mail address', 'late@post.example')->press('Resend the message')->see('a message is on its way');
        self::$server->database()->exec("UPDATE challenges SET superseded_at = '2020-01-01T00:00:00.000Z' WHERE address = 'late@post.example'");
        $this->visit('/icon.svg')->visit($link)->see('There is a newer link');
    }

    public function test_by_keyboard_alone_on_a_phone(): void
    {
        $page = self::$browser->viewport(375, 812);
        $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        self::assertLessThanOrEqual(375, (int) $page->driver->executeScript('return document.documentElement.scrollWidth'));
        foreach (['Kay Board', 'kay@post.example', self::PASSWORD, null, self::PASSWORD, null, ' ', null] as $text) {
            $page->keys(WebDriverKeys::TAB);
            if ($text !== null) {
                $page->keys($text);
            }
        }
        $page->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        $page->keys(WebDriverKeys::TAB)->keys(WebDriverKeys::ENTER)->see('Check your mail');
        $this->assertAccessible();
        $page->viewport(320, 640);
        self::assertLessThanOrEqual(320, (int) $page->driver->executeScript('return document.documentElement.scrollWidth'));
    }

    public function test_who_may_not_sign_up_is_told_at_once(): void
    {
        $this->visit('/a/floodline/sign-up')->see('Accounts here are by invitation only.');
        $this->visit('/a/kitloft/sign-up')->type('E-mail address', 'a@post.example')->type('Full name', 'A')->see('Only addresses of alderwend.example, millreach.example can sign up here.');
        $this->visit('/a/nothing/sign-up')->see('There is nothing here');
    }

    public function test_names_are_shown_as_they_are_and_never_as_markup(): void
    {
        $name = '<img src=x onerror=alert(1)> مرحبا é́';
        $this->signUpOverTheWire('odd@post.example', $name);
        self::$browser->visit(self::$server->url('/console'));
        $this->enterConsole('/accounts?q=odd')->see('<img src=x onerror=alert(1)>');
        $this->assertAccessible();
    }

    private function isReady(): bool
    {
        return self::$browser->find("//button[@type='submit']")->getAttribute('data-ready') === 'true';
    }

    private function signUpOverTheWire(string $email, string $name = 'Late Comer'): void
    {
        $answer = Server::signUp(self::$server->url(), ['app' => 'gaugebook', 'name' => $name, 'email' => $email, 'password' => self::PASSWORD]);
        self::assertSame(202, $answer[0], $answer[1]);
    }

    /** As an operator finds it: under Mail, in the message's frame. */
    private function linkFromTheConsole(string $email): string
    {
        $this->waitForMessage($email);
        $this->enterConsole('/mail');
        self::$browser->click("//*[@role='row'][contains(., '{$email}')]//a");
        self::$browser->see('Download .eml');
        $frame = self::$browser->find('//iframe');
        $driver = self::$browser->driver;
        $driver->switchTo()->frame($frame);
        self::$browser->until(static fn (): bool => $driver->findElements(WebDriverBy::linkText('This is my address')) !== [], 'the message in its frame');
        $link = (string) $driver->findElement(WebDriverBy::linkText('This is my address'))->getAttribute('href');
        $driver->switchTo()->defaultContent();
        self::assertStringContainsString('/a/gaugebook/verify#t=', $link);
        self::$browser->press('Text')->see('thank you for looking after a gauge');
        self::$browser->press('Headers')->see('Message-ID:')->see($email);
        $this->assertAccessible();

        return $link;
    }

    private function waitForMessage(string $email): string
    {
        $subject = '';
        self::$browser->until(static function () use ($email, &$subject): bool {
            $statement = self::$server->database()->prepare("SELECT subject FROM messages WHERE recipient = ? AND state = 'held' ORDER BY seq DESC");
            $statement->execute([$email]);
            $subject = (string) $statement->fetchColumn();

            return $subject !== '';
        }, "a message to {$email}");

        return $subject;
    }
}
