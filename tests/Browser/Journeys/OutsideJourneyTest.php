<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;

/** By the provider of a college and by text message, on a telephone's width and by keyboard. */
final class OutsideJourneyTest extends BrowserTestCase
{
    use ByKeyboard;

    private const EMAIL = 'oriel@alderwend.example';

    private const TEODOR = 'Teodor Vance teodor.vance@riverside.example · a student, with a verified address';

    private const PRIYA = 'Priya Raman priya.raman@riverside.example · a student whose address nobody has verified';

    public static function setUpBeforeClass(): void
    {
        parent::setUpBeforeClass();
        self::$server->serveProvider();
    }

    protected function setUp(): void
    {
        parent::setUp();
        self::$browser->viewport(375, 812);
    }

    private function leave(): Browser
    {
        $this->visit('/a/gaugebook/sign-in')->see('Sign in with Riverside College');
        $this->reach('Sign in with Riverside College');

        return self::$browser->keys(WebDriverKeys::ENTER)->see('Who are you today?');
    }

    public function test_a_student_comes_by_the_college_and_is_known_again_after_its_keys_were_changed(): void
    {
        $this->leave();
        $this->reach(self::TEODOR);
        // What Gaugebook asks of everybody it asks of them as well.
        self::$browser->keys(WebDriverKeys::ENTER)->see('Home reach');
        $this->assertAccessible();
        self::assertSame('', self::$browser->overflow());
        $this->visit('/a/gaugebook/providers')->see('With each of these you can sign in here.')->see('teodor.vance@riverside.example');
        $this->assertAccessible();
        self::$browser->forget();
        $this->leave()->press('Change the college’s keys')->see('The keys are changed');
        $this->leave();
        $this->reach(self::TEODOR);
        self::$browser->keys(WebDriverKeys::ENTER)->see('Home reach');
        self::assertSame(1, (int) self::$server->database()->query("SELECT count(*) FROM accounts WHERE came_by = 'provider'")->fetchColumn());
    }

    public function test_whoever_says_no_there_is_told_and_whoever_has_no_verified_address_signs_in_once(): void
    {
        $this->leave();
        $this->reach('Do not sign me in');
        self::$browser->keys(WebDriverKeys::ENTER)->see('You said no at Riverside College.');
        $this->assertAccessible();
        $this->leave();
        $this->reach(self::PRIYA);
        self::$browser->keys(WebDriverKeys::ENTER)->see('Sign in once as you are known here');
        $this->assertAccessible();
        self::assertSame('', self::$browser->overflow());
        $this->reach('Go to sign-in');
        $page = self::$browser->keys(WebDriverKeys::ENTER)->see('Forgotten your password?');
        $page->type('E-mail address', self::EMAIL)->type('Password', DemoKeeper::PASSWORD)->keys(WebDriverKeys::ENTER)->see('only if that was you');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->reach('Link Riverside College');
        $page->keys(WebDriverKeys::ENTER)->see('With each of these you can sign in here.')->see('priya.raman@riverside.example');
        self::$browser->forget();
        $this->leave();
        $this->reach(self::PRIYA);
        self::$browser->keys(WebDriverKeys::ENTER)->see('Hello, Oriel');
        $this->visit('/a/gaugebook/providers')->see('priya.raman@riverside.example')->press('Remove')->see('Your password, once more')->type('Password', DemoKeeper::PASSWORD)->keys(WebDriverKeys::ENTER)->see('You can link another service');
    }

    public function test_a_telephone_is_added_and_a_code_texted_to_it(): void
    {
        $this->signIn()->see('Hello, Oriel');
        $this->visit('/a/gaugebook/factors')->see('Codes by text message');
        $this->reach('Add a telephone');
        $page = self::$browser->keys(WebDriverKeys::ENTER)->see('With its country');
        self::assertSame('Telephone number', $this->hasFocus('the number'));
        $page->keys('+47 21 93 00 07', WebDriverKeys::ENTER)->see('A code is on its way to +4721930007.');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->reach('Code in the text message');
        $page->keys(self::textedCode(), WebDriverKeys::ENTER)->see('Your recovery codes');
        self::$browser->forget();
        self::$server->database()->exec("UPDATE phones SET texted_at = '2026-01-01T00:00:00.000Z'");
        $page = $this->signIn()->see('Now the second step.')->see('Text a code to •••• 07');
        $this->assertAccessible();
        $page->press('Text a code to •••• 07')->see('A code is on its way to •••• 07.');
        $this->reach('Code');
        $page->keys(self::textedCode());
        $this->reach('Sign in');
        $page->keys(WebDriverKeys::ENTER)->see('Hello, Oriel');
        $this->visit('/a/gaugebook/factors')->see('•••• 07');
        self::$server->database()->exec('DELETE FROM phones; DELETE FROM recovery_codes; UPDATE accounts SET factor_since = NULL');
    }

    public function test_pressed_again_and_again_and_asked_for_the_password_in_between_one_code_is_texted_and_nothing_typed_is_lost(): void
    {
        $texts = static fn (): int => (int) self::$server->database()->query("SELECT count(*) FROM messages WHERE kind = 'text_code'")->fetchColumn();
        $before = $texts();
        $this->signIn()->see('Hello, Oriel');
        self::$server->database()->exec("UPDATE sessions SET proven_at = '2026-01-01T00:00:00.000Z'");
        $page = $this->visit('/a/gaugebook/factors')->press('Add a telephone')->type('Telephone number', '+47 21 93 00 09');
        $page->pressTwice('Send a code')->see('Your password, once more');
        self::assertSame('Your password, once more · Gaugebook', $page->driver->getTitle());
        $page->press('Leave it as it is')->see('Codes by text message');
        self::assertSame('+47 21 93 00 09', $page->box('Telephone number')->getAttribute('value'));
        self::assertSame('Second step of signing in · Gaugebook', $page->driver->getTitle());
        $page->pressTwice('Send a code')->see('Your password, once more')->type('Password', DemoKeeper::PASSWORD)->press('Confirm')->see('A code is on its way to +4721930009.');
        $page->type('Code in the text message', self::textedCode())->press('Confirm')->see('Your recovery codes');
        self::$browser->forget();
        self::$server->database()->exec("UPDATE phones SET texted_at = '2026-01-01T00:00:00.000Z'");
        $page = $this->signIn()->see('Now the second step.')->pressTwice('Text a code to •••• 09')->see('A code is on its way to •••• 09.');
        self::assertSame($before + 2, $texts());
        self::$server->database()->exec('DELETE FROM phones; DELETE FROM recovery_codes; UPDATE accounts SET factor_since = NULL');
    }

    private function signIn(): Browser
    {
        return $this->visit('/a/gaugebook/sign-in')->see('Forgotten your password?')->type('E-mail address', self::EMAIL)->type('Password', DemoKeeper::PASSWORD)->keys(WebDriverKeys::ENTER);
    }

    private static function textedCode(): string
    {
        $id = (string) self::$server->database()->query("SELECT id FROM messages WHERE kind = 'text_code' ORDER BY seq DESC LIMIT 1")->fetchColumn();
        self::assertSame(1, preg_match('/\d{3} \d{3}/', self::$server->textOf($id), $found));

        return $found[0];
    }
}
