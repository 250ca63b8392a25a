<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Support\InForce;

/** What hands out power asks for the password again, and a draft never overwrites what was published since. */
final class PowerTest extends BrowserTestCase
{
    public function test_the_password_is_asked_for_again_and_what_was_typed_stays(): void
    {
        $console = $this->enterConsole();
        $database = self::$server->database();
        $id = (string) $database->query("SELECT id FROM accounts WHERE came_by = 'import' AND status = 'active' AND id NOT IN (SELECT account_id FROM assignments WHERE role_key <> 'observer') LIMIT 1")->fetchColumn();
        $database->exec("UPDATE sessions SET proven_at = '2020-01-01T00:00:00.000Z' WHERE surface = 'console'");
        $this->visit("/console/accounts/{$id}")->see('Suspend account…');
        $console->press('Require a new password…')->press('Set a temporary one')->type('Reason', 'Lost the telephone')->press('Set temporary password');
        $console->see('Confirm your password')->see('What you have typed stays as it is');
        $this->assertAccessible();
        $console->keys(WebDriverKeys::ESCAPE)->see('Nothing was changed.');
        self::assertSame('Lost the telephone', $console->box('Reason')->getAttribute('value'));
        $console->press('Set temporary password')->type('Your password', 'not this one')->press('Confirm')->see('This is not the password you have now.');
        $console->type('Your password', 'heron weir lantern')->press('Confirm')->see('It is shown this once.');
        self::assertSame('temporary', $database->query("SELECT password_owed FROM accounts WHERE id = '{$id}'")->fetchColumn());
        self::assertSame(1, (int) $database->query("SELECT count(*) FROM audit_events WHERE event = 'session.password_confirmed'")->fetchColumn());
    }

    public function test_a_draft_upon_an_older_revision_is_brought_up_to_date(): void
    {
        $console = $this->enterConsole('/sign-up/rules?app=gaugebook')->see('Who may sign up');
        $console->click("//button[@role='switch' and @aria-label='Refuse throw-away mailboxes']");
        $console->see('1 change.');
        $database = self::$server->database();
        $base = (int) $database->query('SELECT max(number) FROM rule_revisions')->fetchColumn();
        $file = self::$server->directory.'/longer.json';
        file_put_contents($file, json_encode(array_replace_recursive(InForce::read($database), ['password' => ['minimum' => 14]]), JSON_THROW_ON_ERROR));
        self::$server->artisan('kennel:rules', 'apply', $file, "--base={$base}", '--reason=Longer', '--overrule=x');
        $newest = $base + 1;
        $console->see("Revision {$newest} was published since this draft was begun")->see('password.minimum');
        $this->assertAccessible();
        $console->press('Bring the draft up to date')->see("Draft based on revision {$newest}")->see('1 change.');
        self::assertSame('14', $this->visit('/console/passwords/policy')->find("//input[@aria-label='Minimum length']")->getAttribute('value'));
        $console->press('Review and publish…')->press('Discard draft…')->press('Discard draft')->see("Revision {$newest} is in force");
    }

    public function test_apps_that_contradict_each_other_about_discretion_are_pointed_out_beside_the_rule(): void
    {
        $this->enterConsole('/sign-up/rules?app=kitloft')->see('it gives away such accounts of Gaugebook, Floodline, Stagewire, gauge-cli too');
        $this->visit('/console/sign-in/brakes')->press('Limits for strangers')->see('10 free, then 1 second, doubling up to 5 minutes; forgotten after 1 hour');
        $this->visit('/console/audit')->press('How long other rows are kept')->see('retention.closed_accounts');
        $this->assertAccessible();
    }
}
