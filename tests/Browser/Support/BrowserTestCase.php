<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\TestCase;

/** One server a class and one window a process; the window is made to forget between tests, and must never have complained. */
abstract class BrowserTestCase extends TestCase
{
    protected const ACCOUNTS = 120;

    protected static Server $server;

    protected static Browser $browser;

    public static function setUpBeforeClass(): void
    {
        self::$server = Server::start(static::ACCOUNTS);
        self::$browser = Browser::shared();
        self::$browser->driver->manage()->timeouts()->setScriptTimeout(20);
    }

    public static function tearDownAfterClass(): void
    {
        self::$server->stop();
    }

    protected function setUp(): void
    {
        self::$browser->visit(self::$server->url('/icon.svg'))->forget();
        self::$browser->viewport(1280, 800);
        self::$browser->complaints();
    }

    protected function tearDown(): void
    {
        self::assertSame([], self::$browser->complaints(), 'no console error, no violation of the Content-Security-Policy');
        self::assertSame('', self::$server->errors());
    }

    protected function visit(string $path): Browser
    {
        return self::$browser->visit(self::$server->url($path));
    }

    protected function assertAccessible(): void
    {
        self::assertSame([], self::$browser->accessibilityFindings());
    }

    /** As the demo's keeper, who has signed in already; signing in on the page has tests of its own. */
    protected function enterConsole(string $path = ''): Browser
    {
        self::$browser->cookie(self::$server->url(), substr(self::$server->keepersCookie(), strlen('Cookie: ')));
        $this->visit("/console{$path}");

        return $path === '' ? self::$browser->see('Needs you') : self::$browser;
    }

    /** Of the message to an address that waits at the stand-in, as its recipient sees it. */
    protected function linkOf(string $email, string $words): string
    {
        $browser = self::$browser;
        $browser->until(static fn (): bool => (int) self::$server->database()->query("SELECT count(*) FROM messages WHERE recipient = '{$email}' AND state = 'held'")->fetchColumn() > 0, 'the message');
        $this->enterConsole('/mail');
        $browser->click("//*[@role='row'][contains(., '{$email}')]//a");
        $browser->see('Download .eml');
        $frame = $browser->find('//iframe');
        $browser->driver->switchTo()->frame($frame);
        $browser->until(static fn (): bool => $browser->driver->findElements(WebDriverBy::linkText($words)) !== [], 'the message in its frame');
        $link = (string) $browser->driver->findElement(WebDriverBy::linkText($words))->getAttribute('href');
        $browser->driver->switchTo()->defaultContent();

        return $link;
    }
}
