<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Kennel\Demo\OlderSite;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Files of accounts, from the file to the first sign-in. */
final class ImportsTest extends BrowserTestCase
{
    public function test_a_file_made_for_kennel_is_checked_and_imported(): void
    {
        $file = sys_get_temp_dir().'/kennel-accounts-'.bin2hex(random_bytes(4)).'.csv';
        file_put_contents($file, "address,name,hash\nwren@reach.example,Wren Aske,".password_hash('slow green otters', PASSWORD_BCRYPT, ['cost' => 4])."\nnobody,Nobody,x\n");
        $page = $this->enterConsole('/passwords/import')->see('Nothing has been imported yet.');
        $page->press('Look at its columns')->see('Choose a file first.');
        $this->send($page, $file)->choose('App', 'Gaugebook')->press('Check every row')->see('checked, not imported yet')->see('bcrypt 4')->press('not an address')->see('Rows of');
        $page->keys("\u{E00C}");
        unlink($file);
        $this->assertAccessible();
        $page->press('Import 1 account…')->press('Import accounts')->see('Give a reason; it goes into the audit trail.')->type('Reason', 'The older site closes')->press('Import accounts')->see(', imported,');
        self::$browser->forget();
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'wren@reach.example')->type('Password', 'slow green otters')->press('Sign in')->see('Before you begin');
    }

    public function test_the_older_sites_spreadsheet_is_planned_mended_and_imported(): void
    {
        $page = $this->send($this->enterConsole('/accounts/import'), __DIR__.'/../../../database/demo/files/weirboard.xlsx');
        $page->see('3 words replaced')->see('date as yyyy-mm-dd or dd.mm.yyyy')->see('Declare the digest algorithm');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $page->choose('App', 'Gaugebook')->choose('Bare digest algorithm', 'SHA-1')->choose('Digest input', 'salt, then password')->press('The addresses are verified')->seeNot('Declare the digest algorithm');
        $page->press('Check every row')->see('checked, not imported yet')->see('not a role');
        // A right that there is no role for, and a reach that is none: the plan says what becomes of them.
        $page->press('Rights: 3 words replaced')->see('Words')->type('Words', "Observer = observer\nReviewer = reviewer\nSteward = steward\nBoatman =")->press('Set')->see('4 words replaced');
        $page->press('Home reach: outer space off')->see('Replace words')->press('A value that does not fit is left out')->press('Set')->see('what does not fit is left out');
        $page->press('Keep this plan…')->type('Name', 'Weirboard, by hand')->press('Keep plan')->see('Kept: Weirboard, by hand');
        $page->press('Check every row again')->seeNot('not a role')->see('checked, not imported yet');
        $page->press('Import ')->type('Reason', 'The older site closes')->press('Import accounts')->see(', imported,');
        $database = self::$server->database();
        $address = (string) $database->query("SELECT email FROM accounts WHERE came_by = 'import' AND hash_kind LIKE 'bare digest%' AND status = 'active' LIMIT 1")->fetchColumn();
        self::$browser->forget();
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', $address)->type('Password', OlderSite::PASSWORD)->press('Sign in')->see('Before you begin');
    }

    public function test_a_database_is_read_through_its_links_and_at_375_nothing_is_lost(): void
    {
        $page = $this->send($this->enterConsole('/accounts/import'), __DIR__.'/../../../database/demo/files/weirboard.sqlite');
        $page->see('Role names from rights.title, through person_rights')->see('rights.title');
        $page->press('Roles stand in tables of their own')->seeNot('Role names from')->press('Roles stand in tables of their own')->see('Role names from');
        $page->viewport(375, 812)->see('What the columns become');
        self::assertSame('', $page->overflow());
        $this->assertAccessible();
        $page->viewport(1280, 800)->press('Discard import…')->press('Discard import')->see('discarded');
    }

    private function send(Browser $page, string $file): Browser
    {
        $page->see('Look at its columns')->box('File')->setFileDetector(new LocalFileDetector)->sendKeys((string) realpath($file));

        return $page->press('Look at its columns')->see('What the columns become')->see('Verdict');
    }
}
