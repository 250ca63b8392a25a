<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** A code from a message, typed by keyboard on a phone; an address changed, and taken back. */
final class CodeJourneyTest extends BrowserTestCase
{
    public function test_a_code_by_keyboard_on_a_phone(): void
    {
        self::$server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['codes' => ['way' => 'both']]));
        self::$browser->forget();
        $page = self::$browser->viewport(375, 812)->visit(self::$server->url('/a/gaugebook/sign-up'));
        $page->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'ngozi@post.example')->type('Password', 'slow green otters swim')->type('Repeat password', 'slow green otters swim')->press('I accept the terms');
        $page->until(static fn (): bool => str_contains($page->text(), 'the same'), 'the repetition to be checked');
        $page->press('Create account')->see('Type the code that stands in it, or follow its link.')->see('Resend the message in 0:');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        self::assertSame(['one-time-code', 'numeric'], [$page->box('Code from the message')->getAttribute('autocomplete'), $page->box('Code from the message')->getAttribute('inputmode')]);
        $code = $this->codeOf('ngozi@post.example');
        $page->type('Code from the message', strtr($code, '0123456789', '1234567890'))->keys(WebDriverKeys::ENTER)->see('This code is not right');
        // As it is pasted, with the space between.
        $page->type('Code from the message', " {$code} ")->keys(WebDriverKeys::ENTER)->see('Your address is confirmed')->see('ngozi@post.example');
        self::assertSame('active', self::$server->database()->query("SELECT status FROM accounts WHERE email = 'ngozi@post.example'")->fetchColumn());
        self::$browser->viewport(1280, 800);
    }

    public function test_an_address_is_changed_and_taken_back(): void
    {
        $email = (string) self::$server->database()->query("SELECT email FROM accounts WHERE status = 'active' AND email LIKE 'oriel%'")->fetchColumn();
        self::$browser->cookie(self::$server->url(), substr(self::$server->cookieOf($email, DemoKeeper::PASSWORD, 'pages'), strlen('Cookie: ')));
        self::$browser->viewport(375, 812);
        $page = $this->visit('/a/gaugebook/address')->see('Current password');
        $page->type('New e-mail address', 'thief@post.example')->type('Current password', DemoKeeper::PASSWORD)->press('Send the link');
        $page->see('thief@post.example');
        $this->visitPath('/a/gaugebook/address', $this->tokenTo('thief@post.example'))->press('Yes, take this address')->see('thief@post.example');
        $page = $this->visitPath('/a/gaugebook/undo-address', $this->tokenTo($email))->see('Take your address back?')->see('thief@post.example');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $page->press('Undo the change')->see('Your address is back');
        $this->visit('/a/gaugebook/profile')->see('Sign in');
        $page = $this->visitPath('/a/gaugebook/reset', $this->tokenTo($email, 'reset_password'))->see('Choose a new password');
        $page->type('New password', 'plum gravel evening 42')->type('Repeat password', 'plum gravel evening 42')->press('Set new password')->see('Your new password is set');
        self::$browser->viewport(1280, 800);
    }

    private function visitPath(string $path, string $token): Browser
    {
        // Another page is to be loaded, and not the place within one.
        $this->visit('/icon.svg');

        return $this->visit("{$path}#t={$token}");
    }

    private function tokenTo(string $address, string $kind = '%'): string
    {
        self::$browser->until(static fn (): bool => self::$server->database()->query("SELECT count(*) FROM messages WHERE recipient = '{$address}' AND kind LIKE '{$kind}'")->fetchColumn() > 0, 'the message');

        return self::$server->tokenOf((string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = '{$address}' AND kind LIKE '{$kind}' ORDER BY seq DESC LIMIT 1")->fetchColumn());
    }

    private function codeOf(string $address): string
    {
        $id = (string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = '{$address}' ORDER BY seq DESC LIMIT 1")->fetchColumn();
        self::assertSame(1, preg_match('/^(\d{3} \d{3})$/m', self::$server->textOf($id), $found));

        return $found[1];
    }
}
