<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Support\InForce;

/** Decide a rule, try it as a person would, look at what it causes, correct it, publish it. */
final class SignupBenchTest extends BrowserTestCase
{
    public function test_from_a_draft_to_a_revision(): void
    {
        $console = $this->enterConsole('/sign-up/rules?app=kitloft')->see('Who may sign up')->see('Revision 5 is in force')->see('16 hold');
        foreach (['Rule', 'Try it', 'Evidence of the try'] as $column) {
            self::assertTrue($console->find("//*[@aria-label='{$column}']")->isDisplayed(), "{$column} is in sight at 1280 px");
        }
        $this->assertAccessible();

        // A rule that cannot be is refused beside its setting; what is in force is not touched.
        $console->press('stay discreet')->see('would tell a stranger who is registered');
        $console->press('tell the visitor');
        $console->click("//label[normalize-space()='anyone']");
        $console->see('1 change.')->see('1 of 16 cases fails');

        // The real page, under the draft: the address that was refused is taken now.
        $this->inPage(static fn () => $console->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'ngozi@post.example')->type('Password', 'slow green otters swim')
            ->type('Repeat password', 'slow green otters swim')->press('I accept the terms of 3 September 2026'));
        $console->see('accepted');
        $before = $this->number('SELECT count(*) FROM accounts');
        $this->inPage(static fn () => $console->press('Create account')->see('Before you begin'));
        $console->see('account.signed_up')->see('Queued:')->see('All of it was undone.');
        self::assertSame($before, $this->number('SELECT count(*) FROM accounts'));

        $console->press('Save as case')->type('What the case shows', 'Kitloft: anybody, since the open day')->press('Save case')->see('Saved.')->see('1 of 17 cases fails');

        $console->press('Measure impact')->see('findings')->see('could sign up today that could not before');
        $console->press('Review and publish…')->see('apps.kitloft.admission')->see('Kitloft: a stranger: expected email.domain_not_listed, actual accepted');
        $this->assertAccessible();
        $console->press('Mark as reviewed')->see('Reviewed by Maren Thistlewood');
        $console->type('Reason for publishing', 'The open day')->press('Publish revision 6')->see('Give a reason; it goes into the audit trail.');
        $console->type('Reason for publishing despite failures', 'Strangers are welcome from now on')->press('Publish revision 6')->see('Revision 6 is in force');
        self::assertSame('anyone', InForce::read(self::$server->database())['apps'][2]['admission']);

        $this->visit('/console/sign-up/revisions')->see('The open day')->see('Published despite failing cases: Strangers are welcome');
        $console->click("//button[@aria-label='Compare revision 5']");
        $console->see('Revision 5 compared with')->press('Bring revision 5 back as a draft')->see('Draft based on revision 6')->see('1 change.');
        $console->press('Review and publish…')->press('Discard draft…')->press('Discard draft')->see('Revision 6 is in force');
    }

    public function test_the_second_of_two_editors_is_shown_what_changed_and_overwrites_nothing(): void
    {
        $console = $this->enterConsole('/sign-up/rules?app=gaugebook')->see('Who may sign up');
        $base = $this->number('SELECT max(number) FROM rule_revisions');
        $document = InForce::read(self::$server->database());
        $document['password']['minimum'] = 14;
        // Somebody else, between this screen's last look and its next.
        $save = self::$server->database()->prepare("INSERT INTO rule_draft_saves (base_revision, document, saved_by_id, saved_by, saved_at) VALUES (?, ?, 'x', 'Oriel Vance', '2026-11-23T10:00:00.000Z')");
        $save->execute([$base, json_encode($document)]);
        $console->click("//button[@role='switch' and @aria-label='Refuse throw-away mailboxes']");
        $console->see('Nothing was overwritten')->see('password.minimum')->see('Changed meanwhile by Oriel Vance, from 12 to 14.');
        $this->assertAccessible();
        $console->press('Show their draft')->see('saved by Oriel Vance');
        self::assertSame('14', $this->visit('/console/passwords/policy')->find("//input[@aria-label='Minimum length']")->getAttribute('value'));
        self::$server->database()->exec('DELETE FROM rule_draft_saves');
    }

    public function test_fields_look_code_and_funnel(): void
    {
        $console = $this->enterConsole('/sign-up/fields?app=gaugebook')->see('Home reach')->see('filled in on');
        $console->type('Label', 'Waders size')->choose('Type', 'number')->press('Add field')->see('waders_size');
        $this->inPage(static fn () => $console->see('Waders size (optional)'));
        $this->assertAccessible();
        $this->visit('/console/sign-up/look?app=gaugebook')->see('Button colour');
        $console->box('Button colour')->sendKeys([WebDriverKeys::CONTROL, 'a'])->sendKeys('#f5d90a'.WebDriverKeys::ENTER);
        $console->see('at least 3.0 : 1 is needed')->see('changed');
        $this->assertAccessible();
        $this->visit('/console/sign-up/code?app=gaugebook')->see('curl -sS')->press('fetch')->see('await fetch(')->press('PHP')->see('curl_setopt_array')->see('json-schema.org')->see('name.required');
        $this->assertAccessible();
        $this->visit('/console/sign-up/funnel')->see('Form opened')->see('no proof of work');
        $this->assertAccessible();
        $this->visit('/console/sign-up/cases')->see('holds')->see('password of 22');
        $this->assertAccessible();
        self::$server->database()->exec('DELETE FROM rule_draft_saves');
    }

    public function test_a_duty_is_shown_with_what_settles_it_and_waived_with_a_reason(): void
    {
        $id = (string) self::$server->database()->query("SELECT id FROM accounts WHERE status = 'pending' LIMIT 1")->fetchColumn();
        $console = $this->enterConsole("/accounts/{$id}")->see('The e-mail address is not verified yet.')->see('The account holder opens the verification link');
        $console->click("//button[starts-with(@aria-label, 'Waive: The e-mail address')]");
        $console->press('Waive')->see('Give a reason; it goes into the audit trail.')->type('Reason', 'Known to us in person')->press('Waive')->see('Known to us in person')->see('account.duty_waived');
        $this->assertAccessible();
    }

    /** Does something inside the tried page. */
    private function inPage(\Closure $act): void
    {
        $driver = self::$browser->driver;
        $driver->switchTo()->frame($driver->findElement(WebDriverBy::cssSelector('iframe[title="The account page"]')));
        try {
            $act();
        } finally {
            $driver->switchTo()->defaultContent();
        }
    }

    private function number(string $query): int
    {
        return (int) self::$server->database()->query($query)->fetchColumn();
    }
}
