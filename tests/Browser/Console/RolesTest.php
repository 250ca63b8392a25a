<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Roles as operators see and change them. */
final class RolesTest extends BrowserTestCase
{
    public function test_who_may_not_asks_why_is_given_the_role_for_a_week_and_has_it_no_longer(): void
    {
        $database = self::$server->database();
        [$id, $name] = (array) $database->query("SELECT id, name FROM accounts a WHERE status = 'active' AND email_proven_at IS NOT NULL AND role_keys = 'observer' AND terms_version >= '2026-09-03' ORDER BY seq LIMIT 1")->fetch(\PDO::FETCH_NUM);
        $allowed = fn (): string => (string) json_decode(self::$server->sendAll([['POST', '/decisions', ['questions' => [['account' => $id, 'permission' => 'readings:approve']]], [self::$server->cookieOf('maren@alderwend.example', DemoKeeper::PASSWORD), 'Kennel-Surface: console']]])[0][1], true)['answers'][0]['code'];
        self::assertSame('permission.missing', $allowed());

        $page = $this->enterConsole('/roles/why')->type('Whom it is about', (string) $name)->press((string) $name)->press('Permission: do what?')->see('kennel:console');
        $page->keys('readings:app')->keys(WebDriverKeys::ENTER)->see('Not allowed.')->see('permission.missing')->see('not assigned');
        $this->assertAccessible();
        $page->press('Give reviewer…')->see('It adds')->type('Until', '')->type('Reason', 'Stands in for a week');
        self::$browser->driver->executeScript("const box = document.querySelector('input[type=date][id]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, arguments[0]); box.dispatchEvent(new Event('input', { bubbles: true }))", [date('Y-m-d', time() + 7 * 86_400)]);
        $page->press('Give the role')->see('Allowed.')->see('carries');
        self::assertSame('allowed', $allowed(), 'the next request');

        // As if a week had passed: nothing runs, and nothing has to.
        $database->exec("UPDATE assignments SET until = '2026-01-01T00:00:00.000Z', assigned_at = '2025-12-01T00:00:00.000Z' WHERE account_id = '{$id}' AND role_key = 'reviewer'");
        self::assertSame('assignment.lapsed', $allowed());
        $this->enterConsole("/roles/why?account={$id}&permission=readings:approve")->see('its time is over')->see('Not allowed.');
    }

    public function test_the_grid_is_edited_by_keyboard_and_says_what_it_would_do(): void
    {
        $page = $this->enterConsole('/roles/grid')->see('Arrows walk');
        $this->assertAccessible();
        self::$browser->driver->executeScript("document.querySelector('[data-cell=\"0:0\"]').focus()");
        $label = static fn (): string => (string) self::$browser->driver->executeScript('return document.activeElement.getAttribute("aria-label")');
        for ($step = 0; $step < 60 && ! str_starts_with($label(), 'Observer, '); $step++) {
            $page->keys(WebDriverKeys::ARROW_RIGHT);
        }
        for ($step = 0; $step < 60 && ! str_contains($label(), 'reaches:manage'); $step++) {
            $page->keys(WebDriverKeys::ARROW_DOWN);
        }
        self::assertSame('Observer, reaches:manage: no', $label());
        $page->keys(WebDriverKeys::SPACE)->see('1 cell turned, not saved.');
        self::assertSame('Observer, reaches:manage: its own, changed', $label());
        $page->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT);
        self::assertSame('Reviewer, reaches:manage: inherited', $label(), 'whoever includes it has it at once');
        $page->press('Save Observer…')->see('gain or lose something')->see('reaches:manage');
        $holders = (int) self::$server->database()->query("SELECT count(*) FROM assignments WHERE role_key = 'observer'")->fetchColumn();
        $this->assertAccessible();
        $page->type('Reason', 'A try')->press('Save the role')->see('Observer is saved.')->see('Arrows walk');
        self::assertGreaterThan(100, $holders);
        self::assertSame(1, (int) self::$server->database()->query("SELECT count(*) FROM role_permissions WHERE role_key = 'observer' AND permission = 'reaches:manage'")->fetchColumn());
    }

    public function test_a_role_is_made_given_to_pasted_addresses_and_deleted(): void
    {
        $page = $this->enterConsole('/roles')->see('Approves what')->keys('j', WebDriverKeys::ENTER)->see('1 own, 3 more')->see('counts everywhere')->keys(WebDriverKeys::ESCAPE)->seeNot('counts everywhere');
        $page->press('New role…')->type('Key', 'surveyor')->type('Name', 'Surveyor')->type('What for', 'Walks the banks')->press('Steward')->press('Make the role')->see('Surveyor is made.');
        $page->click("//*[@role='row'][contains(., 'Surveyor')]//a")->see('Nobody holds it.')->see('steward');
        $auditor = (string) self::$server->database()->query("SELECT a.email FROM accounts a JOIN assignments s ON s.account_id = a.id WHERE s.role_key = 'auditor' LIMIT 1")->fetchColumn();
        $page->press('Give it…')->type('Or paste addresses', "oriel@alderwend.example\nnobody@nowhere.example\n{$auditor}")->type('Reason', 'Spring walk')->press('Give the role');
        $page->see('2 were left out')->see('No account has this address.')->see('exclude each other');
        $this->assertAccessible();
        $page->press('Cancel')->see('1 holder')->see('Oriel Vance')->see('Spring walk');
        $page->press('Delete…')->see('1 account would not hold the role any more.')->type('Reason', 'Over')->press('Delete the role')->see('Surveyor is deleted.');
        self::assertSame(0, (int) self::$server->database()->query("SELECT count(*) FROM roles WHERE key = 'surveyor'")->fetchColumn());
    }

    public function test_who_looks_after_one_app_is_offered_that_and_told_what_else_would_need(): void
    {
        $database = self::$server->database();
        $hash = password_hash(DemoKeeper::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]);
        $database->prepare("INSERT INTO accounts (id, app_key, name, name_key, email, lookup_key, status, email_proven_at, terms_version, password_hash, hash_kind, created_at, search) VALUES ('01890a5d-ac96-774b-bcce-00000000abcd', NULL, 'Lena Floods', 'lena floods', 'lena@post.example', 'lena@post.example', 'active', '2026-01-01T00:00:00.000Z', '2026-09-03', ?, 'bcrypt 4', '2026-01-01T00:00:00.000Z', '')")->execute([$hash]);
        $database->exec("INSERT INTO assignments (account_id, role_key, assigned_by, why, assigned_at) VALUES ('01890a5d-ac96-774b-bcce-00000000abcd', 'dispatcher-lead', 'the test', 'needed', '2026-01-01T00:00:00.000Z')");
        $others = (array) $database->query("SELECT name FROM accounts WHERE app_key = 'kitloft' ORDER BY seen_at DESC LIMIT 5")->fetchAll(\PDO::FETCH_COLUMN);
        self::$browser->cookie(self::$server->url(), substr(self::$server->cookieOf('lena@post.example', DemoKeeper::PASSWORD), strlen('Cookie: ')));
        $page = $this->visit('/console/accounts')->see('shown, last seen first');
        $floodline = (int) $database->query("SELECT count(*) FROM accounts WHERE app_key = 'floodline'")->fetchColumn();
        self::assertGreaterThan(1, $floodline, 'there are some');
        $page->until(static fn (): bool => preg_match("/(^|\\s){$floodline} accounts/", $page->text()) === 1, 'those of the app to be counted, and no others');
        $page->see('Apps')->seeNot('Passwords')->seeNot('Audit')->seeNot('Evidence');
        foreach ($others as $name) {
            $page->seeNot((string) $name);
        }
        $this->assertAccessible();
        $this->visit('/console/mail')->see('It needs kennel:messages.read');
        // What was refused is what is tried here, not something that went wrong.
        self::$browser->complaints();
    }
}
