<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** What holders do with their own account, on a phone: another address, and what is kept of them. */
final class OwnAccountJourneyTest extends BrowserTestCase
{
    public function test_whoever_is_not_signed_in_is_led_there_and_back(): void
    {
        self::$browser->viewport(375, 812);
        $page = $this->visit('/a/gaugebook/address')->see('You are not signed in')->press('Sign in')->see('Forgotten');
        $page->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('A link goes to it.');
        self::assertStringEndsWith('/a/gaugebook/address', self::$browser->driver->getCurrentURL());
        $page = $this->visit('/a/gaugebook/sign-in?to=https://elsewhere.example/')->type('E-mail address', 'kofi@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Kofi Mensah-Reed');
        $this->assertAccessible();
    }

    public function test_another_address_is_asked_for_and_taken_by_its_link(): void
    {
        self::$browser->viewport(375, 812);
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel Vance');
        $page->press('Change your e-mail address')->see('A link goes to it.');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $page->type('New e-mail address', 'oriel@')->type('Current password', DemoKeeper::PASSWORD)->press('Send the link')->see('The part after the @ is not a domain.');
        $page->type('New e-mail address', 'oriel.vance@millreach.example')->type('Current password', 'not this')->press('Send the link')->see('This is not the password you have now.');
        $this->assertAccessible();
        $page->type('Current password', DemoKeeper::PASSWORD)->press('Send the link')->see('a link is on its way to oriel.vance@millreach.example');
        self::$browser->viewport(1280, 800);
        $link = $this->linkOf('oriel.vance@millreach.example', 'Take this address');
        self::assertStringContainsString('/a/gaugebook/address#t=', $link);
        self::$browser->forget();
        self::$browser->viewport(375, 812);
        $page = $this->visit('/icon.svg')->visit($link)->see('Is this your new address?');
        $this->assertAccessible();
        self::assertSame('oriel@alderwend.example', self::$server->database()->query("SELECT email FROM accounts WHERE name = 'Oriel Vance'")->fetchColumn(), 'looking changes nothing');
        $page->press('Yes, take this address')->see('Your account has the address oriel.vance@millreach.example now.');
        $this->assertAccessible();
        $this->visit('/icon.svg')->visit($link)->press('Yes, take this address')->see('has been used already');
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel.vance@millreach.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel Vance')->see('oriel.vance@millreach.example');
    }

    public function test_what_is_kept_is_shown_and_can_be_taken_out(): void
    {
        self::$browser->viewport(375, 812);
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'hedda@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Hedda');
        $page->press('What is kept about you')->see('Who was handed it')->see('Home reach')->see('Take all of it out as a ZIP');
        $page->press('Sessions: ')->press('What happened to your account: ')->see('account.');
        self::assertSame('', $page->overflow());
        $this->assertAccessible();
        $got = (string) self::$browser->driver->executeAsyncScript(<<<'JS'
            const done = arguments[arguments.length - 1];
            fetch([...document.querySelectorAll('a')].find((link) => link.textContent.includes('ZIP')).href).then(async (answer) => {
                const bytes = new Uint8Array(await answer.arrayBuffer());
                done(`${answer.status} ${answer.headers.get('content-type')} ${String.fromCharCode(bytes[0], bytes[1])}`);
            });
            JS);
        self::assertSame('200 application/zip PK', $got);
    }
}
