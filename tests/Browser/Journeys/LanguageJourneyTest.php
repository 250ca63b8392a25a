<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** The account pages in another language: no word on them is left in English, and the account's own choice comes before the browser's. */
final class LanguageJourneyTest extends BrowserTestCase
{
    protected const ACCOUNTS = 10;

    protected function tearDown(): void
    {
        self::$browser->language('');
        parent::tearDown();
    }

    public function test_a_sign_up_in_german_from_mistakes_to_the_message(): void
    {
        $page = self::$browser->viewport(375, 812)->language('de-AT, de;q=0.9');
        $this->visit('/a/gaugebook/sign-up')->see('Konto erstellen')->press('Konto erstellen');
        $page->see('Bitte berichtigen Sie')->see('Geben Sie einen Namen ein.')->see('Nehmen Sie die Bedingungen vom 3. September 2026 an.')->see('Mindestens 12 Zeichen');
        $this->assertNoEnglish();
        $this->assertAccessible();
        self::assertSame('de', $page->driver->executeScript('return document.documentElement.lang'));
        $page->type('Vor- und Nachname', 'Änne Größe')->type('E-Mail-Adresse', 'aenne@post.example')->type('Passwort', 'slow green otters swim')->type('Passwort wiederholen', 'slow green otters swim')->see('✓ stimmt überein');
        $page->press('Ich nehme die Bedingungen vom 3. September 2026 an')->press('Konto erstellen')->see('Sehen Sie in Ihr Postfach');
        $this->assertNoEnglish();
        $page->press('Adresse berichtigen')->see('Konto erstellen');
        self::assertSame('aenne@post.example', $page->box('E-Mail-Adresse')->getAttribute('value'), 'to be mended, not typed again');
    }

    public function test_every_page_that_can_be_reached(): void
    {
        self::$browser->language('de');
        foreach (['sign-in' => 'Angemeldet bleiben', 'recover' => 'Passwort vergessen?', 'reset' => 'Dieser Link funktioniert nicht', 'verify' => 'Dieser Link funktioniert nicht', 'signed-out' => 'Sie sind abgemeldet', 'nowhere' => 'Diese Seite gibt es nicht.', 'profile' => 'Sie sind nicht angemeldet'] as $name => $seen) {
            $this->visit("/a/gaugebook/{$name}")->see($name === 'sign-in' ? 'Auf diesem Gerät angemeldet bleiben' : $seen);
            $this->assertNoEnglish();
            $this->assertAccessible();
        }
        $this->visit('/a/gaugebook/sign-in')->type('E-Mail-Adresse', 'oriel@alderwend.example')->type('Passwort', 'nicht dieses')->press('Anmelden')->see('Adresse oder Passwort stimmen nicht');
        $this->assertNoEnglish();
        self::$browser->type('Passwort', DemoKeeper::PASSWORD)->press('Anmelden')->see('Hallo, Oriel Vance');
        foreach (['profile' => 'Konto bearbeiten', 'edit' => 'Änderungen speichern', 'password' => 'Überall sonst abmelden', 'details' => 'Angaben speichern'] as $name => $seen) {
            $this->visit("/a/gaugebook/{$name}")->see($seen);
            // What an app asks for is said as the app has it.
            $name === 'details' || $this->assertNoEnglish();
            $this->assertAccessible();
        }
    }

    public function test_the_accounts_own_language_is_kept_and_followed(): void
    {
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel');
        $this->visit('/a/gaugebook/edit')->choose('Language', 'Deutsch')->press('Save changes')->see('Konto bearbeiten');
        self::assertSame('Deutsch', $page->driver->executeScript('return document.querySelector("select").selectedOptions[0].text'));
        $this->visit('/a/gaugebook/profile')->see('Hallo, Oriel');
        $this->visit('/a/gaugebook/edit')->choose('Sprache', 'Wie mein Browser')->press('Änderungen speichern')->see('Edit your account');
    }

    /** By words that English cannot do without and German does not have. */
    private function assertNoEnglish(): void
    {
        preg_match_all('/\b(the|your|you|is|are|of|and|or|to|with|this|password|address|account|sign|send|enter|choose|show|hide|characters|back)\b/u', self::$browser->text(), $found);
        self::assertSame([], array_values(array_unique($found[0])), self::$browser->text());
    }
}
