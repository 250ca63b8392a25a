<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;
use Kennel\Tests\Browser\Support\VirtualAuthenticator;

/** Passkeys on a telephone's width and by keyboard, with Chromium's own authenticator; and a link that is mailed. */
final class PasskeysJourneyTest extends BrowserTestCase
{
    use ByKeyboard;

    private VirtualAuthenticator $authenticator;

    protected function setUp(): void
    {
        parent::setUp();
        self::$browser->viewport(375, 812);
    }

    protected function tearDown(): void
    {
        self::$browser->boxesOfferPasskeys(true);
        parent::tearDown();
    }

    public function test_a_passkey_is_added_and_signs_in_by_itself_and_after_a_password(): void
    {
        $this->authenticator = VirtualAuthenticator::plug(self::$browser);
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel');
        $page = $this->visit('/a/gaugebook/factors')->see('Passkeys');
        $this->reach('Add a passkey');
        $page->keys(WebDriverKeys::ENTER)->see('What do you call it?');
        $page->keys('Telephone', WebDriverKeys::ENTER)->see('Your recovery codes');
        self::assertCount(1, $this->authenticator->credentials());
        $page->press('I have kept them')->press('Go on')->see('Telephone');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');

        // Chosen where the address is typed (conditional mediation): this authenticator does so at once.
        $this->visit('/a/gaugebook/sign-in')->see('Hello, Oriel');
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');
        self::$browser->boxesOfferPasskeys(false);
        $page = $this->visit('/a/gaugebook/sign-in')->see('Forgotten your password?');
        $this->assertAccessible();
        $this->reach('Sign in with a passkey');
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Oriel');
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');

        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Now the second step.');
        $this->reach('Use a passkey');
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Oriel');
        self::assertSame('password passkey', self::$server->database()->query("SELECT proven_by || ' ' || second_factor FROM sessions ORDER BY seq DESC LIMIT 1")->fetchColumn());
        self::assertSame([], $page->complaints());
        $this->authenticator->unplug();
        self::$browser->viewport(1280, 800);
    }

    public function test_one_that_cannot_verify_its_holder_is_no_way_in_by_itself(): void
    {
        $this->authenticator = VirtualAuthenticator::plug(self::$browser, verifies: false);
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Kofi');
        $this->visit('/a/gaugebook/factors')->press('Add a passkey')->type('What do you call it?', 'Key ring')->press('Make the passkey')->press('I have kept them')->press('Go on')->see('Key ring');
        $this->visit('/a/gaugebook/profile')->see('Sign out')->press('Sign out')->see('You are signed out');
        self::$browser->boxesOfferPasskeys(false);
        $page = $this->visit('/a/gaugebook/sign-in')->see('Forgotten your password?')->press('Sign in with a passkey');
        usleep(800_000);
        self::assertStringContainsString('/sign-in', $page->driver->getCurrentURL());
        $page->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Now the second step.')->press('Use a passkey')->see('Hello, Kofi');
        $this->authenticator->unplug();
        self::$browser->viewport(1280, 800);
    }

    public function test_by_a_mailed_code_and_by_its_link(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->see('Forgotten your password?');
        $this->reach('Mail me a link or code');
        $page->keys(WebDriverKeys::ENTER)->see('either signs you in');
        self::assertSame('E-mail address', $this->hasFocus('another way'));
        $this->assertAccessible();
        $email = (string) self::$server->database()->query("SELECT email FROM accounts WHERE status = 'active' AND email LIKE 'maren%'")->fetchColumn();
        $page->keys($email, WebDriverKeys::ENTER)->see('a message is on its way');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        self::$server->await("SELECT count(*) FROM messages WHERE recipient = '{$email}' AND kind = 'sign_in_by_mail' AND state = 'held'", 1);
        $page->type('Code from the message', '000 000')->keys(WebDriverKeys::ENTER)->see('This code is not right');
        // The link opens a page that signs nobody in by itself.
        $link = $this->linkOf($email, 'Sign in here');
        self::$browser->forget();
        $page = $this->visit('/icon.svg');
        $page = self::$browser->viewport(375, 812)->visit($link)->see('Sign in here?')->see($email);
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->reach('Sign in');
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Maren');
        self::$browser->viewport(1280, 800);
    }
}
