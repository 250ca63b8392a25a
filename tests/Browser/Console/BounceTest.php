<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverBy;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Why a message has not arrived, and what to do. */
final class BounceTest extends BrowserTestCase
{
    public function test_a_report_is_handed_in_the_address_suppressed_released_and_the_message_sent_again(): void
    {
        $database = self::$server->database();
        [$id, $recipient] = $database->query("SELECT id, recipient FROM messages WHERE state = 'held' AND account_id IS NOT NULL ORDER BY seq DESC LIMIT 1")->fetch(\PDO::FETCH_NUM);
        $database->exec("UPDATE messages SET state = 'sent' WHERE id = '{$id}'");
        $file = sys_get_temp_dir().'/report-'.bin2hex(random_bytes(4)).'.eml';
        file_put_contents($file, "Content-Type: multipart/report; report-type=delivery-status; boundary=b\r\n\r\n--b\r\nContent-Type: message/delivery-status\r\n\r\nReporting-MTA: dns; x\r\n\r\nFinal-Recipient: rfc822; {$recipient}\r\nAction: failed\r\nStatus: 5.1.1\r\nDiagnostic-Code: smtp; 550 5.1.1 no such user\r\n\r\n--b\r\nContent-Type: text/rfc822-headers\r\n\r\nMessage-ID: <{$id}@x>\r\n\r\n--b--\r\n");
        $page = $this->enterConsole('/mail')->see('Hand in a bounce report…');
        $page->driver->findElement(WebDriverBy::xpath("//input[@type='file']"))->sendKeys($file);
        $page->see("{$recipient}: failed (5.1.1). Nothing is sent to the address from now on.");
        $this->assertAccessible();
        $page->type('Sent to', substr((string) $recipient, 0, 5))->press('↩ bounced')->until(static fn (): bool => count($page->driver->findElements(WebDriverBy::xpath("//*[@role='row'][contains(., 'bounced')]"))) === 1, 'that message alone');
        $page->click("//*[@role='row'][contains(., '{$recipient}')]//a")->see('550 5.1.1 no such user')->see('Sent back');
        $this->assertAccessible();
        $page->press('Release the address')->press('Send message again')->see('Sent again: by Maren Thistlewood')->see('Held by the stand-in');
        self::assertSame(0, (int) $database->query('SELECT count(*) FROM suppressions')->fetchColumn());
        unlink($file);
    }
}
