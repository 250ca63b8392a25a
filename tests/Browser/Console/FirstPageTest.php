<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/** From an empty Kennel to its first keeper, in the console. */
final class FirstPageTest extends TestCase
{
    /** What looks otherwise while there is nothing. */
    private const EMPTY = ['/sign-up/fields', '/sign-up/cases', '/sign-up/funnel', '/accounts/import', '/invitations/open', '/invitations/progress', '/invitations/invite', '/mail/mailboxes', '/mail/wording', '/mail/allowance'];

    public function test_the_first_page_leads_to_the_first_keeper(): void
    {
        $server = Server::empty();
        $browser = Browser::open();
        try {
            $page = $browser->visit($server->url('/console'))->see('A new Kennel')->see('The database is not there')->see('php artisan kennel:install --data-only');
            self::assertSame([], $browser->accessibilityFindings());
            $page->press('Look again')->see('The database is not there');
            $server->artisan('kennel:install', '--data-only');
            $page->press('Look again')->see('It has no keeper yet.');
            $code = trim((string) file_get_contents("{$server->directory}/setup-code"));

            $page->type('Set-up code', 'AAAAA-AAAAA-AAAAA-AAAAA-AAAAA')->type('Name', 'The Portal')->type('Key', 'The Portal')->type('Your name', 'Ada Holm')->type('E-mail address', 'ada@')->type('Password', 'short');
            $page->press('Create app and keeper')->see('This is not the code that lies in the data directory.');
            self::assertSame('Ada Holm', $page->box('Your name')->getAttribute('value'), 'nothing that was typed is lost');
            $page->type('Set-up code', strtolower($code))->press('Create app and keeper')->see('Lower-case letters, digits and hyphens')->see('The part after the @ is not a domain.');
            self::assertSame([], $browser->accessibilityFindings());
            $page->type('Key', 'portal')->type('E-mail address', 'ada@holm.example')->press('Create app and keeper')->see('At least 12 characters');
            $page->type('Password', 'quiet barns under snow')->press('Create app and keeper')->see('Kennel is ready. Sign in as ada@holm.example.');

            self::assertSame('E-mail address', $browser->driver->executeScript('return document.activeElement.labels?.[0]?.textContent'), 'where one goes on');
            $page->type('E-mail address', 'ada@holm.example')->type('Password', 'quiet barns under snow')->press('Sign in')->see('Needs you');
            $page->keys('g', 'a')->see('Ada Holm');
            // Nothing is there yet: each station says so, and what comes first, and is walked by Tab like any other.
            foreach (['', '/sign-up/rules', '/mail', '/passwords', '/passwords/policy', '/sign-in/ways', '/sign-in/brakes', '/sign-in/sessions', '/roles', '/roles/disclosure', '/roles/preview', '/apps', '/apps/registration', '/apps/keys', '/apps/try', '/apps/inspector', '/accounts', '/audit', ...self::EMPTY] as $station) {
                $page->visit($server->url("/console{$station}"))->until(static fn (): bool => ! str_contains($page->text(), 'Loading') && $page->driver->executeScript('return document.querySelector("h1") !== null') === true, 'the station');
                self::assertStringNotContainsString('Something failed', $page->text(), $station);
                self::assertSame([], $page->walk(24), $station);
                self::assertSame('', $page->overflow(), $station);
                if (in_array($station, self::EMPTY, true)) {
                    self::assertSame([], $browser->accessibilityFindings(), $station);
                }
            }
            $browser->viewport(375, 812);
            self::assertFileDoesNotExist("{$server->directory}/setup-code");
            $browser->forget();
            $browser->visit($server->url('/console'))->see('Kennel console')->seeNot('A new Kennel');
            self::assertSame([], array_filter($browser->complaints(), static fn (string $one): bool => str_contains($one, 'Content Security Policy')));
        } finally {
            $browser->close();
            $server->stop();
        }
    }
}
