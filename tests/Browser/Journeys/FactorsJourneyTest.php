<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;
use ParagonIE\ConstantTime\Base32;

/** A second factor on a telephone's width and by keyboard: added, shown, lost and reset; demanded of a role. */
final class FactorsJourneyTest extends BrowserTestCase
{
    use ByKeyboard;

    private const EMAIL = 'oriel@alderwend.example';

    protected function setUp(): void
    {
        parent::setUp();
        self::$browser->viewport(375, 812);
    }

    private function signIn(string $app = 'gaugebook'): Browser
    {
        $page = $this->visit("/a/{$app}/sign-in")->see('Forgotten your password?');

        return $page->type('E-mail address', self::EMAIL)->type('Password', DemoKeeper::PASSWORD)->keys(WebDriverKeys::ENTER);
    }

    private static function app(Browser $page): Totp
    {
        $key = (string) $page->driver->executeScript("return [...document.querySelectorAll('p')].map((p) => p.textContent).find((text) => /^([A-Z2-7]{4} ?){8}$/.test(text))");

        return new Totp(new Secret(Base32::decodeUpper(str_replace(' ', '', $key))));
    }

    private static function code(Totp $totp, int $drift = 0): string
    {
        return $totp->code($totp->stepAt(new \DateTimeImmutable) + $drift);
    }

    public function test_added_shown_and_known_and_lost(): void
    {
        $page = $this->signIn()->see('Hello, Oriel');
        $this->reach('Second step of signing in');
        $page->keys(WebDriverKeys::ENTER)->see('nobody gets in who only knows your password');
        $this->assertAccessible();
        $this->reach('Add an authenticator app');
        $page->keys(WebDriverKeys::ENTER)->see('What do you call it?');
        self::assertSame('What do you call it?', $this->hasFocus('the step begins'));
        $page->keys('My phone', WebDriverKeys::ENTER)->see('Scan this with the app.');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $totp = self::app($page);
        $this->reach('Code that the app shows');
        $page->keys('000000', WebDriverKeys::ENTER)->see('The code is not right');
        $page->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys(self::code($totp), WebDriverKeys::ENTER)->see('Your recovery codes');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        self::assertSame(10, preg_match_all('/[0-9A-Z]{5}(?:-[0-9A-Z]{5}){2}/', $page->text(), $sheet));
        $this->reach('I have kept them');
        $page->keys(' ');
        $this->reach('Go on');
        $page->keys(WebDriverKeys::ENTER)->see('10 of 10 are left');
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');

        $page = $this->signIn()->see('Now the second step.');
        self::assertSame('Code', $this->hasFocus('the second step'));
        $this->assertAccessible();
        $page->keys('123456', WebDriverKeys::ENTER)->see('The code is not right, or was used already.');
        $page->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys(self::code($totp, 1));
        $this->reach('Do not ask on this device for 30 days');
        $page->keys(' ');
        $this->reach('Sign in');
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Oriel');
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');
        $this->signIn()->see('Hello, Oriel');
        $this->visit('/a/gaugebook/factors')->see('One device is not asked')->press('Ask everywhere again')->seeNot('One device is not asked');
        $this->visit('/a/gaugebook/devices')->see('this one')->see('From 127.0.0.1');
        $this->assertAccessible();
        self::assertSame('', self::$browser->overflow());

        // The phone is lost, and the sheet is found.
        self::$browser->forget();
        $page = $this->signIn()->see('Now the second step.');
        $page->keys(strtolower($sheet[0][0]), WebDriverKeys::ENTER)->see('Hello, Oriel');
        $this->visit('/a/gaugebook/factors')->see('9 of 10 are left');

        // And then the sheet as well: an operator has it removed, and the holder stops it.
        self::$browser->forget();
        self::$browser->viewport(1280, 800);
        $id = (string) self::$server->database()->query("SELECT id FROM accounts WHERE email = '".self::EMAIL."'")->fetchColumn();
        $console = $this->enterConsole("/accounts/{$id}")->see('9 of 10 recovery codes left.')->press('They have lost it…')->see('whoever still has the factor can stop it');
        $this->assertAccessible();
        $console->type('Reason', 'Called us from the number we know')->press('Have it removed')->see('asked for its removal');
        self::$browser->viewport(375, 812);
        $page = $this->signIn()->see('Now the second step.');
        $page->keys(strtolower($sheet[0][1]), WebDriverKeys::ENTER)->see('Hello, Oriel');
        $page = $this->visit('/a/gaugebook/factors')->see('unless you keep it');
        $this->assertAccessible();
        $page->press('Keep the second step')->seeNot('unless you keep it');
        self::assertSame([], $page->complaints());
        self::$browser->viewport(1280, 800);
    }

    public function test_demanded_of_a_role_it_comes_before_anything_else(): void
    {
        self::$server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['factors' => ['roles' => ['keeper'], 'grace' => 'PT0S']]));
        self::$browser->forget();
        self::$browser->viewport(1280, 800);
        $this->visit('/console')->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('A second factor is required');
        $this->assertAccessible();
        self::$browser->viewport(375, 812);
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('A second step is required from');
        $page->press('Add an authenticator app')->type('What do you call it?', 'Phone')->press('Next')->see('Scan this');
        $page->type('Code that the app shows', self::code(self::app($page)))->press('Confirm')->press('I have kept them')->press('Go on')->see('Hello, Kofi')->see('Your account is complete.');
        $this->visit('/a/gaugebook/factors')->press('Remove Phone')->see('A second factor is demanded of this account');
        self::$browser->viewport(1280, 800);
        $this->visit('/console')->see('Needs you');
    }
}
