<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;

/** Every act of every station, without a mouse: reached by Tab, done by a key, and something has the focus after each step. */
final class ActsByKeyboardTest extends BrowserTestCase
{
    use ByKeyboard;

    public function test_signing_in_and_out(): void
    {
        $this->visit('/console')->see('Kennel console');
        $this->do('Fill them in');
        $this->do('Sign in', see: 'Needs you');
        $this->do('See failed messages', see: 'newest first');
        $this->reach('Sign out');
        self::$browser->keys(WebDriverKeys::ENTER)->see('Kennel console');
    }

    public function test_what_opens_over_every_station(): void
    {
        $console = $this->enterConsole('/roles')->see('Keeper');
        $this->do('Find /', see: 'Stations');
        // Pressed before the answer has come: what is first then is opened.
        $console->keys('audit', WebDriverKeys::ENTER)->see('How long other rows are kept');
        $this->hasFocus('the finder is closed');
        $this->do('Keys', see: 'Single keys work');
        $this->do('Single keys', ' ', 'Single keys are off');
        $this->do('Single keys', ' ', 'Single keys work');
        $console->keys(WebDriverKeys::ESCAPE)->seeNot('Single keys work');
        self::assertSame('Keys', $this->hasFocus('the list of keys is closed'));
        $this->do('Evidence', see: 'live');
        $this->do('wire', ' ');
        self::assertSame(['wire', 'false'], [$this->called(), $this->attribute('aria-pressed')]);
        $this->do('wire', ' ');
        $this->reach('wire: ', begins: true);
        $console->keys(WebDriverKeys::ENTER);
        self::assertSame('true', $this->attribute('aria-expanded'));
        $console->keys(WebDriverKeys::ESCAPE);
        $console->until(static fn (): bool => $console->focused() === 'Evidence', 'the dock’s handle');
    }

    public function test_a_list_is_searched_filtered_sorted_and_read_on(): void
    {
        $console = $this->enterConsole('/accounts')->see('50 shown');
        $console->keys('f');
        $console->until(fn (): bool => $this->called() === 'About', 'the line for a filter to have the focus');
        $console->keys('field');
        $this->reach('Field: which field…');
        $console->keys(WebDriverKeys::ENTER)->see('Training level')->keys('speak', WebDriverKeys::ENTER);
        $console->until(static fn (): bool => str_contains($console->text(), 'Speaks'), 'the field');
        $this->hasFocus('a field was chosen');
        $this->reach('Compared');
        $console->keys('is filled');
        $this->do('Add filter', see: 'Speaks is filled in');
        $this->hasFocus('the filter was added');
        $console->until(static fn (): bool => str_contains($console->driver->getCurrentURL(), 'where='), 'the filter in the address');
        $this->do('+ keep this view', see: 'Keep this view');
        $console->keys('Who speaks');
        $this->do('Keep view', see: 'Who speaks');
        $console->seeNot('Its search, filters, order and columns are kept');
        $this->hasFocus('the view is kept');
        $this->do('Speaks is filled in ✕', see: '50 shown');
        $this->hasFocus('the filter is gone');
        $this->do('Export…', see: 'For spreadsheets.');
        $this->assertAccessible();
        $this->do('Write file', see: 'Save the file');
        $this->hasFocus('the file is written');
        $this->do('Delete the file');
        $console->seeNot('Save the file');
        $this->hasFocus('the file is deleted');
        $this->do('Columns…', see: 'The name comes first');
        $this->do('Standing: earlier');
        $this->do('Remove Seen');
        $this->do('Done');
        $console->seeNot('The name comes first');
        $this->do('Columns…', see: 'The name comes first');
        $this->do('The usual ones');
        $this->do('Done');
        $console->seeNot('The name comes first');
        $this->reach('Account', begins: true);
        $console->keys(WebDriverKeys::ENTER);
        $console->until(static fn (): bool => str_contains($console->driver->getCurrentURL(), 'sort='), 'the other order');
        $this->hasFocus('it was sorted');
        $this->do('Show more', see: '100 shown');
        $this->do('Show more', see: 'shown');
        $console->seeNot('Show more');
        self::assertNotSame('Accounts', $this->hasFocus('the last page is there'), 'the focus stays among the rows');
    }

    public function test_everything_that_is_done_to_an_account(): void
    {
        self::$server->cookieOf('oriel@alderwend.example', 'heron weir lantern', 'pages');
        $console = $this->enterConsole('/accounts?q=oriel+alderwend')->see('1 shown');
        $this->do('Oriel Vance', see: 'Origin', begins: true);
        $this->do('Send a reset link', see: 'Reset link queued');
        $this->do('Require a new password…', see: 'They sign in with their present password');
        $this->do('Ask at next sign-in', WebDriverKeys::ARROW_RIGHT, 'Their present password stops working');
        $this->do('Mail it to the holder instead of showing it here', ' ');
        $this->reach('Reason');
        $console->keys('Lost the telephone');
        $this->do('Set temporary password', see: 'Temporary password set');
        $console->seeNot('Their present password stops working');
        self::assertSame('Require a new password…', $this->hasFocus('the dialog is closed'));
        $this->do('Suspend account…', see: 'Suspend Oriel Vance?');
        $this->reach('Reason');
        $console->keys('Shared the password');
        $this->do('Suspend account', see: 'cannot sign in.');
        $this->hasFocus('the account is suspended');
        $this->do('Restore account…', see: 'Restore Oriel Vance?');
        $this->reach('Reason');
        $console->keys('A mistake');
        $this->do('Restore account', see: 'Suspend account…');
        $this->hasFocus('the account is restored');
        $this->do('Sign out everywhere…', see: 'out everywhere?');
        $this->reach('Reason');
        $console->keys('Lost the telephone');
        $this->do('Sign out everywhere', see: 'is signed out everywhere.');
        $this->do('Close account…', see: 'The account can be reopened');
        $this->reach('Reason');
        $console->keys('Asked by letter');
        $this->do('Close account', see: 'Reopen account…');
        $this->hasFocus('the account is closed');
        $this->do('Reopen account…', see: 'with everything that was in the account');
        $this->reach('Reason');
        $console->keys('Asked again');
        $this->do('Reopen account', see: 'Suspend account…');
        $this->hasFocus('the account is open again');
        $this->reach('Copy: oriel@alderwend.example', attribute: 'title');
        $console->keys(WebDriverKeys::ENTER);
        $this->hasFocus('the address was copied');
        $this->reach('now', begins: true);
        $console->keys(WebDriverKeys::ENTER);
        self::assertSame('true', $this->attribute('aria-pressed'));
        self::assertMatchesRegularExpression('/\d{4} at \d\d:\d\d:\d\d/', $this->called(), 'the exact time');
        $this->do('Edit…', see: 'Edit Oriel Vance');
        $this->assertAccessible();
        $console->keys(WebDriverKeys::END, ' of Alder')->see('Oriel Vance → Oriel Vance of Alder');
        $this->reach('Reason');
        $console->keys('Married');
        $this->do('Save account', see: 'was saved.');
        $console->seeNot('What will change');
        self::assertSame('Edit…', $this->hasFocus('the account was saved'));
        $console->keys(WebDriverKeys::ESCAPE);
        $console->until(static fn (): bool => ! str_contains($console->driver->getCurrentURL(), '/accounts/'), 'the pane to close');
        // The list is asked for again meanwhile.
        $console->until(fn (): bool => str_starts_with($this->called(), 'Oriel Vance of Alder'), 'the row to have the focus, under its new name');
    }

    public function test_an_account_is_made_by_hand_and_somebody_who_is_there_is_found(): void
    {
        $console = $this->enterConsole('/accounts')->see('50 shown')->keys('n');
        $console->see('New account')->until(fn (): bool => $this->called() === 'Name', 'the first box to have the focus');
        $this->assertAccessible();
        $console->keys('Ada Holm');
        $this->reach('E-mail address');
        $console->keys('oriel@alderwend.example', WebDriverKeys::ENTER)->see('has an account with this address.');
        $this->hasFocus('it was refused');
        $console->type('E-mail address', 'ada@holm.example');
        $this->reach('Link by mail');
        $console->keys(WebDriverKeys::ARROW_RIGHT)->see('You are shown it once');
        $this->do('I know that this address is theirs', ' ', 'Reason');
        $this->do('Create account', see: 'Give a reason');
        $console->type('Reason', 'Known in person');
        $this->do('Create account', see: 'It is shown this once.');
        $temporary = (string) $console->driver->executeScript('return document.querySelector("[role=dialog] .font-mono").textContent');
        $this->do('I have it', see: 'Ada Holm has an account now.');
        self::assertSame('', $console->box('Name')->getAttribute('value'), 'empty for the next');
        $this->do('Open the account', see: 'made by hand');
        $this->hasFocus('the account is open');
        $console->see('account.made')->see('Known in person');

        self::$browser->forget();
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'ada@holm.example')->type('Password', $temporary)->press('Sign in')->see('Change your password');
        self::assertStringEndsWith('/password', $page->driver->getCurrentURL(), 'a temporary one has to be changed first');
    }

    public function test_metadata_as_a_table_and_as_json(): void
    {
        $console = $this->enterConsole('/accounts?q=kofi+alderwend')->see('1 shown');
        $this->do('Kofi Mensah-Reed', see: 'Origin', begins: true);
        $this->do('Edit own metadata', see: 'What will change');
        $this->assertAccessible();
        $this->do('Add key');
        $console->until(fn (): bool => $this->called() === 'Key', 'the new row to have the focus');
        $console->keys('loggers');
        $this->reach('Type of loggers');
        $console->keys('number');
        $this->reach('Value of loggers');
        $console->keys('x');
        $this->do('Save metadata', see: 'A number, such as 12 or 0.5.');
        $this->reach('Value of loggers');
        $console->keys(WebDriverKeys::BACKSPACE, '3')->see('not there → 3');
        $this->reach('Table');
        $console->keys(WebDriverKeys::ARROW_RIGHT)->see('"loggers": 3');
        $this->do('Save metadata', see: 'shown to nobody until somebody says who is handed it: loggers');
        $console->seeNot('What will change');
        self::assertSame('Edit own metadata', $this->hasFocus('it was saved'));
        $console->see('account.metadata_changed')->seeNot('loggers: 3');
    }

    public function test_many_are_mended_at_once_and_put_back(): void
    {
        $odd = self::$server->database()->query("SELECT v.value, count(*) FROM field_values v JOIN accounts a ON a.seq = v.account_seq WHERE v.field_key = 'home_reach' AND a.status = 'active' AND v.value NOT IN ('\"Upper Alder\"', '\"Mill Reach\"', '\"Lower Alder\"', '\"Wend Forks\"', '\"Saltings\"') GROUP BY v.value")->fetchAll(\PDO::FETCH_KEY_PAIR);
        $all = array_sum($odd);
        $mended = $all - ($odd['"Old Weir"'] ?? 0);
        self::assertGreaterThan(1, $mended);
        $console = $this->enterConsole('/accounts?where='.rawurlencode('[["field","home_reach","misfits"],["status","is","active"]]'))->see("{$all} shown");
        $this->reach('Select all that are shown');
        $console->keys(' ')->see("{$all} selected");
        $this->assertAccessible();
        $this->do('Set a field…', see: 'Mend what does not fit');
        $this->assertAccessible();
        $this->do('Show what would change', see: 'Nothing is changed yet.');
        $this->assertAccessible();
        if ($mended < $all) {
            $this->do('Who is left out: '.($all - $mended), see: 'The field holds another value.');
        }
        $this->do("Change {$mended} accounts", see: 'Give a reason');
        $this->reach('Reason');
        $console->keys('Spelling of the older form');
        $this->do("Change {$mended} accounts", see: "{$mended} accounts changed");
        $this->hasFocus('it was done');
        $console->see(($all - $mended === 0 ? 'No account matches' : ($all - $mended).' shown'))->seeNot("{$all} selected");
        $this->do('Undo…', see: 'They become as they were before.');
        $this->reach('Reason');
        $console->keys('Too fast');
        $this->do("Change {$mended} accounts", see: "{$all} shown");
        $this->hasFocus('it was undone');
        $console->keys(WebDriverKeys::ESCAPE);
        $console->until(static fn (): bool => ! str_contains($console->driver->getCurrentURL(), 'bulk='), 'the pane to close');
    }

    public function test_support_finds_selects_and_signs_out_by_keys_alone(): void
    {
        self::$server->cookieOf('kofi@alderwend.example', 'heron weir lantern', 'pages');
        $console = $this->enterConsole('/accounts?q=kofi+alderwend')->see('1 shown')->keys('j', 'x')->see('1 selected');
        $console->keys('c')->see('Copied: kofi@alderwend.example');
        $this->do('Sign out…', see: 'Every session ends.');
        $this->reach('Reason');
        $console->keys('Lost the telephone');
        $this->do('Sign out 1 account', see: '1 account changed');
        $console->seeNot('Undo…');
    }

    public function test_a_duty_is_waived_a_link_sent_again_and_a_session_ended(): void
    {
        $console = $this->enterConsole('/accounts?where='.rawurlencode('[["status","is","pending"]]'))->see('shown')->keys('j', WebDriverKeys::ENTER)->see('Origin');
        $this->do('Resend the verification link', see: 'Verification link queued');
        $this->reach('Waive: ', begins: true);
        $console->keys(WebDriverKeys::ENTER)->see('It counts as done');
        $this->reach('Reason');
        $console->keys('Known in person');
        $this->do('Waive duty', see: 'Waived for');
        $this->hasFocus('the duty is gone');

        self::$server->cookieOf('kofi@alderwend.example', 'heron weir lantern', 'pages');
        $console = $this->visit('/console/sessions')->see('sessions live')->see('Lapses in');
        $this->reach('End the session of Kofi Mensah-Reed: ', begins: true);
        $ended = $this->called();
        $console->keys(WebDriverKeys::ENTER)->see('ended.');
        self::assertNotSame($ended, $this->hasFocus('the row is gone'));
    }

    public function test_mail(): void
    {
        $console = $this->enterConsole('/mail')->see('newest first');
        $this->do('✕ failed', ' ');
        $console->keys('j', WebDriverKeys::ENTER)->see('Send message again');
        $this->reach('HTML', begins: true);
        $console->keys(WebDriverKeys::ARROW_RIGHT);
        $console->until(static fn (): bool => str_contains($console->driver->getCurrentURL(), 'part='), 'the other part');
        $this->hasFocus('another part is shown');
        $this->do('Send message again', see: '✓ held');
        $this->hasFocus('there is nothing to send again');
        $this->reach('Open the account');
        $console->keys(WebDriverKeys::ENTER)->see('Origin');
        $this->hasFocus('the account is open');
    }

    public function test_the_trail(): void
    {
        $console = $this->enterConsole('/audit')->see('How long other rows are kept');
        $this->do('How long other rows are kept', see: 'kept');
        $this->do('session.signed_in', see: 'Only session.signed_in.');
        $this->hasFocus('one event is shown');
        $this->do('Show all events');
        $console->seeNot('Only session.signed_in.');
        $this->hasFocus('all events are shown');
        $this->do('Show more');
        $this->hasFocus('there is more');
    }

    public function test_rules_are_changed_read_published_and_discarded(): void
    {
        $console = $this->enterConsole('/sign-up/rules')->see('Who may sign up');
        $this->reach('anyone');
        $console->keys(WebDriverKeys::ARROW_RIGHT)->see('must list at least one domain');
        self::assertSame('listed domains', $this->hasFocus('another choice'));
        $console->keys(WebDriverKeys::ARROW_RIGHT)->see('Review and publish…');
        self::assertSame('invited people', $this->hasFocus('the next choice'));
        $this->reach('Unverified accounts are kept for');
        $console->keys('14', WebDriverKeys::ENTER)->see('2 changes');
        $this->reach('Text of the terms');
        $console->keys(' Be kind.', WebDriverKeys::TAB)->see('3 changes');
        $this->hasFocus('a text was saved');
        $this->do('Refuse throw-away mailboxes', ' ', '4 changes');
        $this->do('Edit as JSON…', see: 'kennel:rules export');
        $console->until(static fn (): bool => (bool) $console->driver->executeScript('return document.querySelector(".cm-content") !== null'), 'the editor');
        $this->assertAccessible();
        $this->reach('The draft');
        $console->keys('{ ')->keys(WebDriverKeys::TAB);
        self::assertNotSame('The draft', $this->hasFocus('Tab leaves the editor'));
        $this->do('Save draft', see: 'This is not JSON yet');
        $console->keys(WebDriverKeys::ESCAPE)->see('Discard what you typed?');
        $this->do('Discard');
        $console->seeNot('kennel:rules export');
        self::assertSame('Edit as JSON…', $this->hasFocus('the editor is closed'));
        $this->do('Measure impact');
        $this->hasFocus('it is measured');
        $this->do('Review and publish…', see: 'Read it, then mark it as reviewed');
        $this->do('Mark as reviewed', see: 'Reviewed by');
        $this->hasFocus('it is reviewed');
        $this->do('Discard draft…', see: 'Discard the draft?');
        $this->do('Discard draft', see: 'Draft discarded.');
        $this->hasFocus('the draft is gone');
    }

    public function test_a_draft_is_published(): void
    {
        $console = $this->enterConsole('/sign-up/rules')->see('Who may sign up');
        $this->reach('Unverified accounts are kept for');
        $console->keys('21', WebDriverKeys::ENTER)->see('Review and publish…');
        $this->hasFocus('it was saved');
        $this->do('Review and publish…', see: 'Read it, then mark it as reviewed');
        $this->do('Mark as reviewed', see: 'Reason for publishing');
        if (str_contains($console->text(), 'Reason for publishing despite failures')) {
            $this->reach('Reason for publishing despite failures');
            $console->keys('The cases are older');
        }
        $this->reach('Reason for publishing');
        $console->keys('More time to read one’s mail');
        $this->do('Publish', see: 'is in force', begins: true);
        $this->hasFocus('it is published');
    }

    public function test_fields_are_moved_edited_and_added(): void
    {
        $console = $this->enterConsole('/sign-up/fields')->see('Home reach');
        $this->do('Home reach: later');
        $console->until(static fn (): bool => strpos($console->text(), 'Training level') < strpos($console->text(), 'Home reach'), 'the other order');
        self::assertSame('Home reach: later', $this->hasFocus('it was moved'));
        $this->do('Edit: Home reach', see: 'Stored value');
        $this->do('Upper Alder: later');
        self::assertSame('Upper Alder: later', $this->hasFocus('the choice was moved'));
        $this->reach('Label of Upper Alder');
        $console->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys(WebDriverKeys::DELETE, WebDriverKeys::ENTER)->see('must not be empty');
        $this->assertAccessible();
        $console->keys('Alder, upper', WebDriverKeys::ENTER)->seeNot('must not be empty');
        $this->reach('New choice');
        $console->keys('Saltings', WebDriverKeys::ENTER)->see('Saltings');
        $this->hasFocus('a choice was added');
        $this->do('Saltings: retired', ' ');
        $this->do('Close: Home reach');
        self::assertSame('Edit: Home reach', $this->hasFocus('it is closed'));
        $this->reach('Label');
        $console->keys('Favourite weir', WebDriverKeys::ENTER)->see('favourite_weir');
        $this->hasFocus('a field was added');
    }

    public function test_the_other_tabs_of_sign_up(): void
    {
        $console = $this->enterConsole('/sign-up/look')->see('Button colour');
        $this->do('Floodline', ' ');
        $this->reach('Button colour');
        $console->keys(WebDriverKeys::CONTROL, 'a')->keys(WebDriverKeys::NULL)->keys('#7a2211', WebDriverKeys::ENTER)->see('Button colour changed');
        $console = $this->visit('/console/sign-up/cases')->see('Remove…');
        $this->reach('Remove the case: ', begins: true);
        $console->keys(WebDriverKeys::ENTER)->see('cannot be brought back');
        $this->do('Remove case', see: 'Case removed');
        $this->hasFocus('the case is gone');
        $this->visit('/console/sign-up/revisions')->see('As it ships');
        $this->do('Compare revision 3', see: 'Revision 3 compared with');
        $this->do('The whole rule book, line by line', see: 'unchanged lines');
        $this->hasFocus('the documents are shown');
        $this->assertAccessible();
        $this->do('Only the rules that differ');
        $this->do('Bring revision 3 back as a draft', see: 'Replace the draft?');
        $this->do('Replace draft', see: 'Revision 3 is the draft now.');
        $this->hasFocus('the rules are shown');
        $this->do('Undo', see: 'Review and publish…');
        $console = $this->visit('/console/sign-up/funnel')->see('How far people get');
        $this->do('Floodline', ' ');
        $this->reach('30 days');
        $console->keys(WebDriverKeys::ARROW_RIGHT);
        self::assertSame('90 days', $this->hasFocus('another period'));
        $this->do('Show as a table', see: 'Day (UTC)');
        $console = $this->visit('/console/sign-up/code')->see('1. Open a form');
        $this->reach('curl');
        $console->keys(WebDriverKeys::ARROW_RIGHT)->see('await fetch');
        $this->do('Copy: 1. Open a form');
        $this->hasFocus('it was copied');
    }

    public function test_passwords(): void
    {
        $console = $this->enterConsole('/passwords/policy')->see('Try a password under');
        $this->reach('Digits');
        $console->keys('2', WebDriverKeys::ENTER)->see('Set digits 0');
        $this->do('Set digits 0', see: 'There are none.');
        $this->hasFocus('the clause holds');
        $this->reach('Words of this service');
        $console->keys("\nweir", WebDriverKeys::TAB)->see('Words of this service changed');
        $this->hasFocus('a list was saved');

        $console = $this->visit('/console/passwords/hashing')->see('Nothing is measured yet');
        $this->do('Measure', see: 'Cancel measuring');
        $this->hasFocus('it is measured');
        $this->do('Cancel measuring', see: 'Measure again');
        $this->hasFocus('it is cancelled');

        $console = $this->visit('/console/passwords')->see('Older hashes, all at once');
        $this->reach('Wrap ', begins: true);
        $console->keys(WebDriverKeys::ENTER)->see('Wrap hashes');
        $this->reach('Reason');
        $console->keys('A backup went missing');
        $this->do('Wrap hashes', see: 'Every older hash is enclosed in Argon2id.');
        $this->hasFocus('all are wrapped');
    }

    public function test_an_import(): void
    {
        $file = sys_get_temp_dir().'/kennel-accounts-'.bin2hex(random_bytes(4)).'.csv';
        file_put_contents($file, "address,name,hash\nwren@reach.example,Wren Aske,".password_hash('slow green otters', PASSWORD_BCRYPT, ['cost' => 4])."\nnobody,Nobody,x\n");
        $console = $this->enterConsole('/accounts/import')->see('Nothing has been imported yet.');
        // Which file, the system's own window asks.
        $console->box('File')->setFileDetector(new LocalFileDetector)->sendKeys($file);
        $this->do('Look at its columns', see: 'What the columns become');
        $this->hasFocus('it is looked at');
        $this->do('The addresses are verified', ' ');
        $this->do('Check every row', see: 'checked, not imported yet');
        $this->hasFocus('it is checked');
        unlink($file);
        $this->do('not an address', see: 'Rows of');
        $console->keys(WebDriverKeys::ESCAPE)->seeNot('Rows of');
        self::assertSame('not an address', $this->hasFocus('the rows are closed'));
        $this->do('Import 1 account…', see: 'Reason');
        $this->reach('Reason');
        $console->keys('The older site closes');
        $this->do('Import accounts', see: ', imported,');
        $this->hasFocus('it is imported');
    }
}
