<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Kennel\Tests\Browser\Support\BrowserTestCase;

/** From a desk to a telephone, and at twice the size: with names and addresses as long as they come, nothing sticks out of the page. */
final class WidthsTest extends BrowserTestCase
{
    /** 1280 at 200 % is a page of 640. */
    private const SIZES = [[1280, 800], [1024, 768], [640, 400], [375, 812]];

    private const STATIONS = ['', '/sign-up/rules', '/sign-up/fields', '/sign-up/look', '/sign-up/cases', '/sign-up/revisions?revision=4', '/sign-up/funnel', '/sign-up/code', '/invitations/open', '/invitations/progress', '/invitations/invite', '/mail/mailboxes', '/mail', '/passwords', '/passwords/policy', '/passwords/hashing', '/accounts/import', '/sign-in/ways', '/sign-in/brakes', '/sign-in/sessions', '/roles', '/apps', '/apps/registration?app=gaugebook', '/apps/keys', '/apps/inspector', '/accounts', '/audit'];

    public function test_no_station_scrolls_sideways_and_the_rail_stays(): void
    {
        $this->lengthen();
        $console = $this->enterConsole();
        foreach (self::SIZES as [$width, $height]) {
            $console->viewport($width, $height);
            foreach (self::STATIONS as $station) {
                $this->visit("/console{$station}");
                $console->until(static fn (): bool => ! str_contains($console->text(), 'Loading') && $console->text() !== '', 'the station');
                self::assertSame('', $console->overflow(), "{$station} at {$width}");
                self::assertTrue((bool) $console->driver->executeScript('const at = document.querySelector("header nav [aria-current]")?.getBoundingClientRect(); return location.pathname.endsWith("/console") || (at !== undefined && at.left >= -1 && at.left < innerWidth && at.top >= -1)'), "the rail shows where one is: {$station} at {$width}");
            }
        }
    }

    public function test_an_account_a_message_and_the_dock_have_room_and_a_way_back(): void
    {
        [$account, $message] = $this->lengthen();
        $console = $this->enterConsole();
        foreach ([[1280, 800], [1024, 768], [375, 812]] as [$width, $height]) {
            $console->viewport($width, $height);
            foreach (["/accounts/{$account}" => 'Origin', "/mail/{$message}" => 'HTML'] as $path => $seen) {
                $this->visit("/console{$path}")->see($seen);
                self::assertSame('', $console->overflow(), "{$path} at {$width}");
                $width > 1023 || $console->press('← Back to the list')->find("//*[@role='table']");
            }
            $this->visit("/console/accounts/{$account}")->see('Origin')->press('Evidence')->find("//aside[@aria-label='Evidence']");
            self::assertSame('', $console->overflow(), "with the dock at {$width}");
            $width > 639 || self::assertGreaterThan(370, $console->find("//aside[@aria-label='Evidence']")->getSize()->getWidth());
            $console->click("//button[@aria-label='Hide the evidence']")->until(static fn (): bool => $console->focused() === 'Evidence', 'the focus on what opens it again');
        }
        $console->viewport(375, 812);
        $this->visit("/console/accounts/{$account}")->press('Suspend account…')->see('Reason');
        self::assertSame([375, 812], [$console->find("//*[@role='dialog']")->getSize()->getWidth(), $console->find("//*[@role='dialog']")->getSize()->getHeight()], 'a dialog has the whole of a telephone');
        $console->press('Cancel')->seeNot('Goes into the audit trail');
    }

    /** @return array{string, string} ids of an account with a long name and address, and of a message to it */
    private function lengthen(): array
    {
        $database = self::$server->database();
        $name = str_repeat('Wolkenbruchwassermesserinnenvereinigung', 3);
        $address = str_repeat('a', 64).'@'.str_repeat('b', 60).'.'.str_repeat('c', 60).'.'.str_repeat('d', 57).'.example';
        $message = (string) $database->query('SELECT id FROM messages WHERE account_id IS NOT NULL ORDER BY seq DESC LIMIT 1')->fetchColumn();
        $account = (string) $database->query("SELECT account_id FROM messages WHERE id = '{$message}'")->fetchColumn();
        $change = $database->prepare('UPDATE accounts SET name = ?, email = ?, seen_at = ? WHERE id = ?');
        $change->execute([$name, $address, '2026-11-30T00:00:00.000Z', $account]);
        $database->prepare('UPDATE messages SET recipient = ?, subject = ? WHERE id = ?')->execute([$address, $name, $message]);
        $database->prepare('UPDATE accounts SET name = ? WHERE id IN (SELECT account_id FROM sessions ORDER BY seq DESC LIMIT 3)')->execute(['نور الهدى بنت عبد الرحمن']);

        return [$account, $message];
    }
}
