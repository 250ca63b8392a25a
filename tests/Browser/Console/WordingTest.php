<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\Server;

/** What messages say: written by keyboard beside its preview, published, and received. */
final class WordingTest extends BrowserTestCase
{
    public function test_a_wording_is_written_corrected_previewed_published_and_received(): void
    {
        $page = $this->enterConsole('/mail/wording/already_registered?app=gaugebook')->see('Goes out as it ships.')->see('Who gets it');
        self::assertSame('Hello Ines Halvorsen,', $this->inFrame('p', 1));
        $this->assertAccessible();
        $page->press('Write your own')->see('In words of your own.')->see('1 change.');
        $page->type('Subject', 'You are with us already');
        self::$server->await("SELECT min(1, count(*)) FROM rule_draft_saves WHERE document LIKE '%You are with us already%'", 1);
        self::assertSame([], $page->complaints());
        // A mistake stays in its box and out of the draft.
        $page->driver->executeScript("const box = document.querySelector('[name=html]'); box.focus(); box.setSelectionRange(0, 0)");
        $page->keys(...str_split('<b>{{ nam }}'))->see('There is no variable “nam” in this message. Did you mean “name”?')->see('<b> cannot be in a message.')->see('Not in the draft yet');
        $this->assertAccessible();
        $page->press('Body, line 1, column 7');
        self::assertSame('html 6', $page->driver->executeScript('return document.activeElement.name + " " + document.activeElement.selectionStart'));
        $page->driver->executeScript('document.activeElement.setSelectionRange(0, 12)');
        $page->keys(WebDriverKeys::DELETE)->seeNot('Not in the draft yet');
        // A variable by keyboard, where the caret was.
        $page->driver->executeScript("const box = document.querySelector('[name=html]'); box.setSelectionRange(3, 3)");
        $page->keys(WebDriverKeys::ALT, WebDriverKeys::ARROW_DOWN)->keys(WebDriverKeys::NULL);
        self::assertSame('{{ name }}', $page->focused());
        $page->keys(WebDriverKeys::TAB, WebDriverKeys::ENTER);
        self::assertStringStartsWith('<p>{{ address }}Hello', $page->box('Body')->getAttribute('value'));
        self::assertSame('html 16', $page->driver->executeScript('return document.activeElement.name + " " + document.activeElement.selectionStart'));
        $page->until(fn (): bool => $this->inFrame('p', 1) === 'ines@post.exampleHello Ines Halvorsen,', 'the preview to follow');
        $page->press('Text')->see('Go to the sign-in page:')->press('Headers')->see('Subject: You are with us already')->press('HTML');
        $page->press('Mail it to me')->see('On its way to maren@alderwend.example');
        self::$server->await("SELECT count(*) FROM messages WHERE kind = 'sample' AND state = 'held'", 1);

        $page->press('Review and publish…')->see('messages.wordings.already_registered:gaugebook:en')->press('Mark as reviewed')->see('Reviewed by Maren Thistlewood');
        $page->type('Reason for publishing', 'Our own words')->press('Publish revision 6')->see('Revision 6 is in force');
        Server::signUp(self::$server->url(), ['app' => 'gaugebook', 'name' => 'Once More', 'email' => 'maren@alderwend.example', 'password' => 'slow green otters swim', 'terms' => '2026-09-03']);
        self::$server->await("SELECT count(*) FROM messages WHERE kind = 'already_registered' AND subject = 'You are with us already'", 1);
        $this->visit('/console/mail/wording/already_registered?app=gaugebook')->press('Bring back the shipped words')->see('Goes out as it ships.');
    }

    public function test_a_preview_in_the_dark_with_a_real_name_and_on_a_phone(): void
    {
        $id = (string) self::$server->database()->query("SELECT id FROM accounts WHERE email = 'oriel@alderwend.example'")->fetchColumn();
        $page = $this->enterConsole("/mail/wording/reset_password?language=de&scheme=dark&account={$id}")->see('ein neues Passwort');
        $page->until(fn (): bool => str_starts_with($this->inFrame('p', 1), 'Guten Tag Oriel'), 'a real name');
        self::assertSame('rgb(25, 35, 41)', $page->driver->executeScript("return getComputedStyle(document.querySelector('iframe').contentDocument.querySelector('.sheet')).backgroundColor"));
        self::$browser->viewport(375, 812);
        $this->visit('/console/mail/wording/temporary_password')->see('Temporary password');
        self::assertSame('quiet-maple-orbit-4', $this->inFrame('code', 0));
        self::assertSame('', self::$browser->overflow());
        $this->assertAccessible();
        self::$browser->viewport(1280, 800);
    }

    private function inFrame(string $tag, int $at): string
    {
        self::$browser->until(static fn (): bool => self::$browser->driver->executeScript("return document.querySelector('iframe')?.contentDocument?.querySelectorAll('{$tag}')[{$at}] !== undefined") === true, 'the preview');

        return (string) self::$browser->driver->executeScript("return document.querySelector('iframe').contentDocument.querySelectorAll('{$tag}')[{$at}].textContent");
    }
}
