<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Credentials first, details before first use; and the guards against programs, which no person meets. */
final class TwoStepTest extends BrowserTestCase
{
    private const PASSWORD = 'slow green otters swim';

    public static function setUpBeforeClass(): void
    {
        parent::setUpBeforeClass();
        // Kitloft opens a session at once; here it asks for something at each of the two steps.
        self::$server->changeRules(static function (array $rules): array {
            foreach ($rules['fields'] as $index => $field) {
                $required = ['boat_licence' => 'at_signup', 'phone' => 'before_first_use', 'speaks' => 'before_first_use', 'trained_on' => 'before_first_use'][$field['key']] ?? null;
                // ChromeDriver takes every key that is sent to a file's box for a path; the picture has a test of its own.
                if ($field['key'] === 'picture') {
                    $rules['fields'][$index]['apps'] = ['gaugebook'];
                }
                if ($required !== null) {
                    $rules['fields'][$index] = array_replace($field, ['required' => $required, 'apps' => ['kitloft']]);
                }
            }

            return $rules;
        });
    }

    public function test_the_whole_sign_up_by_keyboard_alone_on_a_phone_with_an_error_in_every_field(): void
    {
        $page = self::$browser->viewport(375, 812);
        $this->visit('/a/kitloft/sign-up')->see('Create your account');
        // Nothing typed, and the button pressed: everything that is wrong is said, and the focus is where it is said.
        $this->tabTo('Create account')->keys(WebDriverKeys::ENTER);
        $page->see('Please correct 6 entries')->see('Enter a name.')->see('Enter an e-mail address.')->see('Enter a password.')->see('Type the password again.')->see('Fill in: Boat licence.')->see('Accept the terms of 3 September 2026.');
        self::assertSame('alert', $page->driver->switchTo()->activeElement()->getAttribute('role'));
        $this->assertAccessible();
        self::assertLessThanOrEqual(375, (int) $page->driver->executeScript('return document.documentElement.scrollWidth'));

        // The first mistake leads to its box. What is typed next is wrong again, everywhere, and survives.
        $page->keys(WebDriverKeys::TAB)->keys(WebDriverKeys::ENTER);
        self::assertSame('Full name', $this->focused());
        foreach (["\u{202E}x", 'kay@post.example', 'short', null, 'shor', null, 'AW'] as $text) {
            $text === null ? null : $page->keys($text);
            $page->keys(WebDriverKeys::TAB);
        }
        $this->tabTo('Create account')->keys(WebDriverKeys::ENTER);
        $page->see('Use letters and ordinary punctuation, on one line.')->see('Only addresses of alderwend.example')->see('At least 12 characters; this has 5.')->see('The two passwords are not the same.')->see('At least 4 characters; this has 2.');
        self::assertSame(['kay@post.example', 'short', 'AW'], array_map(static fn (string $label): ?string => $page->box($label)->getAttribute('value'), ['E-mail address', 'Password', 'Boat licence']));
        $this->assertAccessible();

        // Mended, box by box.
        $page->keys(WebDriverKeys::TAB)->keys(WebDriverKeys::ENTER);
        foreach (['Kay Board', 'kay@upper.alderwend.example', self::PASSWORD, null, self::PASSWORD, null, 'AW-12345'] as $text) {
            if ($text !== null) {
                $page->driver->getKeyboard()->sendKeys([WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL]);
                $page->keys(WebDriverKeys::DELETE)->keys($text);
            }
            $page->keys(WebDriverKeys::TAB);
        }
        $page->keys(' ');
        $page->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        $this->tabTo('Create account')->keys(WebDriverKeys::ENTER);

        // The second step. Until it is done the account is limited at every door.
        $page->see('Before you begin');
        $session = (array) $page->driver->executeAsyncScript("const done = arguments[0]; fetch('/api/v1/session').then((r) => r.json()).then((s) => done(s.standing.duties))");
        self::assertSame(['verify_email', 'complete_fields'], $session);
        $this->tabTo('Save and continue')->keys(WebDriverKeys::ENTER);
        $page->see('Please correct 3 entries')->see('Fill in: Phone.')->see('Fill in: Trained on.')->see('Fill in: Speaks.');
        $this->assertAccessible();
        $page->keys(WebDriverKeys::TAB)->keys(WebDriverKeys::ENTER);
        self::assertSame('Phone', $this->focused());
        $page->keys('12 34')->keys(WebDriverKeys::TAB);
        $page->see('Enter a telephone number with its country');
        $page->box('Phone')->sendKeys([WebDriverKeys::CONTROL, 'a'])->sendKeys('+47 21 93 00 00');
        $page->keys(WebDriverKeys::TAB)->keys('03152026');
        $this->tabTo('Welsh')->keys(' ');
        $page->until(fn (): bool => $this->isReady(), 'the details to be clean');
        $this->tabTo('Save and continue')->keys(WebDriverKeys::ENTER);
        $page->see('Hello, Kay Board')->see('The e-mail address is not verified yet.');
        $this->assertAccessible();
        $held = self::$server->database()->query("SELECT field_key || '=' || value FROM field_values v JOIN accounts a ON a.seq = v.account_seq WHERE a.email = 'kay@upper.alderwend.example' ORDER BY 1");
        self::assertSame(['boat_licence="AW-12345"', 'phone="+4721930000"', 'speaks="cy"', 'trained_on="2026-03-15"'], $held === false ? [] : $held->fetchAll(\PDO::FETCH_COLUMN));
    }

    public function test_a_password_manager_that_fills_everything_at_once_is_not_caught(): void
    {
        $page = $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        $this->waitForTrap();
        // As managers do: every box that says by its token what belongs into it, set by script, with an event; then sent at once.
        $page->driver->executeScript(<<<'JS'
            const values = { name: 'Pia Manager', username: 'pia@post.example', 'new-password': 'slow green otters swim' };
            for (const box of document.querySelectorAll('input')) {
              const value = values[box.autocomplete];
              if (value === undefined) continue;
              Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, value);
              box.dispatchEvent(new Event('input', { bubbles: true }));
              box.dispatchEvent(new Event('change', { bubbles: true }));
            }
            JS);
        self::assertSame('', $page->driver->findElement(WebDriverBy::name('remark'))->getAttribute('value'), 'nothing in the hidden box tells a manager to fill it');
        $page->press('I accept the terms of 3 September 2026')->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        $page->press('Create account')->see('Check your mail');
    }

    public function test_a_screen_reader_does_not_meet_the_hidden_box(): void
    {
        $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        $this->waitForTrap();
        $tree = self::$browser->accessibilityTree();
        self::assertContains('textbox E-mail address', $tree);
        self::assertSame([], array_filter($tree, static fn (string $node): bool => str_contains($node, 'Leave this empty')));
        for ($tabs = 0; $tabs < 15; $tabs++) {
            self::$browser->keys(WebDriverKeys::TAB);
            self::assertNotSame('remark', self::$browser->driver->switchTo()->activeElement()->getAttribute('name'));
        }
        $this->assertAccessible();
    }

    public function test_a_program_that_fills_in_everything_is_refused_and_counted(): void
    {
        $page = $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        $this->waitForTrap();
        $page->driver->executeScript("const box = document.querySelector('[name=remark]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, 'cheap shoes'); box.dispatchEvent(new Event('input', { bubbles: true }))");
        $page->type('Full name', 'Bot')->type('E-mail address', 'bot@post.example')->type('Password', self::PASSWORD)->type('Repeat password', self::PASSWORD)->press('I accept the terms of 3 September 2026');
        $page->until(fn (): bool => $this->isReady(), 'the verdict to be clean');
        $page->press('Create account')->see('A box was filled in that people do not see.');
        $this->enterConsole('/sign-up/funnel')->see('hidden box filled in');
        self::assertSame(1, (int) self::$server->database()->query("SELECT tally FROM signup_tallies WHERE what = 'refused' AND detail = 'bots.trap' ORDER BY day DESC LIMIT 1")->fetchColumn());
    }

    public function test_a_new_version_of_the_terms_is_owed_and_accepted_on_the_page(): void
    {
        self::$server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['signup' => ['terms' => ['version' => '2026-11-01', 'text' => "One thing more.\n\nLeave gates as you find them."]]]));
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'maren@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in');
        $page->see('Before you begin')->see('Leave gates as you find them.')->press('I accept the terms of 1 November 2026')->until(fn (): bool => $this->isReady(), 'the details to be clean');
        $page->press('Save and continue')->see('Your account is complete.');
        self::$server->changeRules(static fn (array $rules): array => array_replace_recursive($rules, ['signup' => ['terms' => ['version' => '2026-09-03']]]));
    }

    public function test_a_picture_is_sent_shown_and_taken_away(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'maren@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Maren');
        $page->press('Your details')->see('Picture');
        $file = tempnam(sys_get_temp_dir(), 'picture').'.png';
        $image = imagecreatetruecolor(300, 200);
        imagefill($image, 0, 0, (int) imagecolorallocate($image, 30, 120, 160));
        imagepng($image, $file);
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($file);
        $page->until(static fn (): bool => (int) $page->driver->executeScript("return document.querySelector('img[alt=\"Your picture as it is kept\"]')?.naturalWidth ?? 0") === 256, 'the picture as it is kept');
        unlink($file);
        $this->assertAccessible();
        $page->press('Remove picture')->until(static fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('img[alt="A drawing in place of a picture"]')) !== [], 'a drawing in its place');
    }

    private function isReady(): bool
    {
        return self::$browser->find("//button[@type='submit']")->getAttribute('data-ready') === 'true';
    }

    private function waitForTrap(): void
    {
        self::$browser->until(static fn (): bool => self::$browser->driver->findElements(WebDriverBy::name('remark')) !== [], 'the form to be open');
    }

    /** What the focus is on: its words, or its label's. */
    private function focused(): string
    {
        return (string) self::$browser->driver->executeScript('const at = document.activeElement; return (at.labels?.[0] ?? at).innerText.trim()');
    }

    private function tabTo(string $words): \Kennel\Tests\Browser\Support\Browser
    {
        for ($tabs = 0; $tabs < 40 && $this->focused() !== $words; $tabs++) {
            self::$browser->keys(WebDriverKeys::TAB);
        }
        self::assertSame($words, $this->focused());

        return self::$browser;
    }
}
