<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** The columns of the list of accounts: how wide they are, by mouse and by keyboard, and that it is kept. */
final class ColumnsTest extends BrowserTestCase
{
    public function test_a_column_is_drawn_wider_set_narrower_and_kept(): void
    {
        $page = $this->enterConsole('/accounts?sort=status')->see('shown, by status');
        self::assertSame('ascending', $page->find("//*[@role='columnheader'][contains(., 'Standing')]")->getAttribute('aria-sort'));
        $width = fn (): int => (int) round((float) self::$browser->driver->executeScript("return [...document.querySelectorAll('[role=columnheader]')].find((head) => head.textContent.startsWith('Address')).getBoundingClientRect().width"));
        $before = $width();
        $handle = self::$browser->driver->findElements(WebDriverBy::cssSelector('[data-width-handle]'))[1];
        (new WebDriverActions(self::$browser->driver))->clickAndHold($handle)->moveByOffset(60, 0)->release()->perform();
        $page->until(fn (): bool => abs($width() - $before - 60) <= 2, 'the column to be wider');
        $this->visit('/console/accounts')->see('shown');
        self::assertEqualsWithDelta($before + 60, $width(), 2, 'kept in this browser');
        $page->press('Columns…')->see('The name comes first')->type('Width of Address', '200')->keys("\u{E007}")->press('Done');
        $page->until(fn (): bool => $width() === 200, 'the column to be as wide as was typed');
        $this->assertAccessible();
        $page->press('Columns…')->see('The name comes first')->type('Width of Address', '20')->keys("\u{E007}")->see('At least 60');
    }
}
