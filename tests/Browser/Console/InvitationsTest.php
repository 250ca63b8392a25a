<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Inviting: judged, mended, sent, and come in by both ways. */
final class InvitationsTest extends BrowserTestCase
{
    private const PASSWORD = 'plum gravel evening 42';

    public function test_a_pasted_list_with_somebody_who_is_there_already(): void
    {
        $page = $this->enterConsole('/invitations')->see('Open until');
        $this->assertAccessible();
        $page->keys('n')->see('Type an address');
        self::assertSame('Next address', $page->focused());
        $page->press('Role: Add a role')->keys('dispatcher', WebDriverKeys::ENTER)->see('Dispatcher');
        $page->press('Paste or open a file…')->type('Paste a list', "Ilse Bakker <ilse@post.example>\nwim@@post.example, Wim de Groot\noriel@alderwend.example\nilse@post.example")->press('Add to the list');
        $page->see('has an account: gets Dispatcher instead')->see('twice in the list, row 1')->see('1 message, 1 person is given roles, 2 rows need editing');
        $this->assertAccessible();
        $page->press('Take wim@post.example')->see('2 messages')->press('Drop')->see('2 messages, 1 person is given roles');
        $page->type('Your words to them', 'The rota starts on Monday.');
        $page->until(fn (): bool => str_contains($this->inFrame(), 'The rota starts on Monday.'), 'the preview to follow');
        self::assertStringContainsString('Hello Ilse Bakker', $this->inFrame());
        $page->press('Send me one')->see('On its way to maren@alderwend.example');
        $page->press('Invite 2, give roles to 1')->see('2 invitations are on the way.')->see('1 person who has an account got the roles.');
        self::assertSame('', $page->box('Your words to them')->getAttribute('value'), 'the form empties');
        $page->press('See them')->see('wim@post.example')->see('Sent together.')->seeNot('oriel@alderwend.example');
        self::assertSame([], $page->complaints());

        // By the link, on a phone; and on to the app, once nothing is owed.
        self::$server->changeRules(fn (array $rules): array => array_replace_recursive($rules, ['apps' => [1 => ['landing' => ['address' => self::$server->url('/a/floodline/terms?landed')]]]]));
        self::$server->await("SELECT count(*) FROM messages WHERE recipient = 'ilse@post.example' AND state = 'held'", 1);
        $page = self::$browser->viewport(375, 812)->visit($this->linkOf('ilse@post.example', 'See the invitation'))->see('You are invited to Floodline')->see('The rota starts on Monday.');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        self::assertSame('Ilse Bakker', $page->box('Name')->getAttribute('value'));
        $page->type('New password', self::PASSWORD)->type('Repeat password', self::PASSWORD)->press('Accept and go on')->see('Before you begin');
        $page->press('I accept the terms of')->press('Save')->until(fn (): bool => str_ends_with(self::$browser->driver->getCurrentURL(), '?landed'), 'the browser to land in the app');
        $this->visit('/a/floodline/profile')->see('Your account is complete.')->see('Go on to Floodline');
        self::$browser->viewport(1280, 800);
    }

    public function test_a_temporary_password_in_the_message(): void
    {
        $page = $this->enterConsole('/invitations/invite')->see('Type an address');
        $page->keys('bo@post.example', WebDriverKeys::TAB, 'Bo Lind')->see('✓ invited')->press('a temporary password')->see('1 message');
        $page->press('Invite 1')->see('1 invitation is on the way.');
        self::$server->await("SELECT count(*) FROM messages WHERE recipient = 'bo@post.example' AND state = 'held'", 1);
        $id = (string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = 'bo@post.example'")->fetchColumn();
        $page = $this->visit("/console/mail/{$id}?part=text")->see('temporary password');
        self::assertSame(1, preg_match('/\b[a-z2-9]{5}(?:-[a-z2-9]{5}){3}\b/', (string) $page->text(), $found));
        $page = self::$browser->viewport(375, 812)->visit($this->linkOf('bo@post.example', 'Sign in'))->see('Temporary password');
        $this->assertAccessible();
        $page->type('Temporary password', $found[0])->press('Accept and go on')->see('Change your password');
        $page->type('Current password', $found[0])->type('New password', self::PASSWORD)->type('Repeat password', self::PASSWORD)->press('Change password');
        $page->seeNot('Repeat password')->press('Go on')->see('Before you begin');
        $this->visit('/a/floodline/profile')->see('Bo Lind');
        self::$browser->viewport(1280, 800);
    }

    public function test_they_are_tended_one_and_many(): void
    {
        $page = $this->enterConsole('/invitations/open?soon=yes')->see('Lapsing soon');
        $page->click("//input[@aria-label='Select all that are shown']")->press('Leave open for longer…')->see('go on working')->press('Leave open')->see('left open for longer');
        $page = $this->visit('/console/invitations/open')->see('Open until')->keys('j')->keys(WebDriverKeys::ENTER)->see('Comes in by');
        $this->assertAccessible();
        $page->press('Withdraw…')->see('stop working')->press('Withdraw')->see('1 invitation withdrawn.');
        $this->visit('/console/invitations/progress')->see('Account complete')->see('By whom');
        $this->assertAccessible();
        self::assertSame([], self::$browser->complaints());
    }

    private function inFrame(): string
    {
        return (string) self::$browser->driver->executeScript("return document.querySelector('iframe')?.contentDocument?.body?.textContent ?? ''");
    }
}
