<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\OAuth\Tokens\TellSignedOut;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Psr\Clock\ClockInterface;

/** The two apps of examples/, with their ordinary client libraries: what an app's developer begins from works from the first page to the last. */
final class ExamplesTest extends BrowserTestCase
{
    private const PASSWORD = 'slow green otters swim';

    private static string $gaugebook;

    private static string $floodline;

    public static function setUpBeforeClass(): void
    {
        parent::setUpBeforeClass();
        [self::$gaugebook, self::$floodline] = self::$server->serveExamples();
    }

    public function test_the_web_app_from_signing_up_to_signing_out_everywhere(): void
    {
        $page = self::$browser->visit(self::$gaugebook)->see('No readings yet.');
        $this->assertAccessible();
        $page->press('Sign up')->see('Create your account')->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'ngozi@millreach.example')->type('Password', self::PASSWORD)->type('Repeat password', self::PASSWORD);
        $page->press('I accept the terms of 3 September 2026')->see('✓ the same')->until(static fn (): bool => self::$browser->find('//button[.="Create account"]')->getAttribute('aria-disabled') !== 'true', 'the form to be whole');
        $page->press('Create account')->see('Check your mail');
        self::$server->await("SELECT count(*) FROM messages WHERE recipient = 'ngozi@millreach.example' AND state = 'held'", 1);
        $message = (string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = 'ngozi@millreach.example'")->fetchColumn();
        $page->visit(self::$server->url('/a/gaugebook/verify#t='.self::$server->tokenOf($message)))->press('Yes, confirm my address')->see('Your address is confirmed');
        $page->press('Go to the sign-in page')->see('Forgotten your password?')->type('E-mail address', 'ngozi@millreach.example')->type('Password', self::PASSWORD)->press('Sign in')->see('Before you begin');
        $page->choose('Home reach', 'Mill Reach')->choose('Training level', 'Basic')->until(static fn (): bool => self::$browser->find('//button[.="Save and continue"]')->getAttribute('aria-disabled') !== 'true', 'the details to be clean');
        // The app that sent the person here gets them back, with what they may.
        $page->press('Save and continue')->see('Ngozi Adeyemi-Holt')->see('Here as observer');
        self::assertStringStartsWith(self::$gaugebook, $page->driver->getCurrentURL());
        $this->assertAccessible();
        $page->type('Gauge', 'Mill Reach 3')->type('Level in cm', '143')->press('Enter')->see('143 cm')->see('not approved yet')->seeNot('Approve');
        // A role that a keeper gives counts from the next sign-in; one that is taken counts no more where it matters, though the page still offers it.
        $account = (string) self::$server->database()->query("SELECT id FROM accounts WHERE email = 'ngozi@millreach.example'")->fetchColumn();
        $this->asKeeper('PUT', "/accounts/{$account}/roles/reviewer", ['reason' => 'Trained in spring']);
        $page->press('Sign out')->until(static fn (): bool => self::$browser->driver->getCurrentURL() === self::$gaugebook.'/', 'Gaugebook again');
        $page->see('Sign up')->press('Sign in')->see('Forgotten your password?')->type('E-mail address', 'ngozi@millreach.example')->type('Password', self::PASSWORD)->press('Sign in')->see('Here as observer, reviewer')->press('Approve')->see('approved by Ngozi Adeyemi-Holt');
        $page->type('Gauge', 'Mill Reach 4')->type('Level in cm', '151')->press('Enter')->see('151 cm');
        $this->asKeeper('DELETE', "/accounts/{$account}/roles/reviewer?reason=Mistake", []);
        $page->press('Approve')->see('You may not do that: it takes readings:approve.');
        // Signed out everywhere: the app is told by itself.
        $this->asKeeper('POST', "/accounts/{$account}/sign-out", ['reason' => 'A lost telephone']);
        self::$server->dispatch(TellSignedOut::class.'::all(app('.Clients::class.'::class), app('.LiveSessions::class.'::class), app('.ClockInterface::class.'::class));');
        $page->until(static function (): bool {
            self::$browser->visit(self::$gaugebook);

            return str_contains(self::$browser->text(), 'You were signed out.');
        }, 'the app to hear of it');
        $page->see('Sign in');
    }

    public function test_the_api_of_the_web_app_believes_tokens_without_asking(): void
    {
        $token = $this->ownToken();
        $asked = static fn (): int => count((array) @file(self::$server->directory.'/gaugebook/asked.log'));
        self::assertSame(201, self::send($token));
        $before = $asked();
        self::assertGreaterThan(0, $before);
        self::assertSame(array_fill(0, 20, 201), array_map(static fn () => self::send($token), range(1, 20)));
        self::assertSame($before, $asked(), 'twenty tokens verified, and nothing asked');
        self::assertSame(401, self::send(substr($token, 0, -4).'AAAA'));
        self::$browser->visit(self::$gaugebook)->see('Wend Forks 1')->see('88 cm');
    }

    public function test_keys_take_turns_while_the_api_is_busy(): void
    {
        $kids = [];
        $statuses = [];
        for ($round = 0; $round < 45; $round++) {
            if ($round === 10) {
                $this->asKeeper('POST', '/signing-keys', ['algorithm' => 'EdDSA']);
            }
            if ($round === 25) {
                // What a fortnight does: the next key's turn has come.
                self::$server->database()->exec("UPDATE signing_keys SET used_from = strftime('%Y-%m-%dT%H:%M:%fZ', 'now', '-1 second') WHERE algorithm = 'EdDSA' AND used_from > strftime('%Y-%m-%dT%H:%M:%fZ', 'now')");
            }
            $token = $this->ownToken();
            $kids[] = json_decode((string) base64_decode(explode('.', $token)[0], true), true)['kid'];
            $statuses[] = self::send($token);
        }
        self::assertSame([201], array_unique($statuses));
        self::assertCount(2, array_unique($kids), 'one key, and then the next');
        self::assertSame(1, array_search(end($kids), array_values(array_unique($kids)), true));
    }

    public function test_the_single_page_app(): void
    {
        $page = self::$browser->visit(self::$floodline)->see('None at the moment.');
        $this->assertAccessible();
        $this->letIn('Do not');
        $page->see('You did not let Floodline in.');
        $this->letIn('Let it in');
        $page->see('Maren Thistlewood')->see('You may read, and publish nothing')->press('Sign out')->see('Sign in')->seeNot('Maren');
        $account = (string) self::$server->database()->query("SELECT id FROM accounts WHERE email = 'maren@alderwend.example'")->fetchColumn();
        $this->asKeeper('PUT', "/accounts/{$account}/roles/dispatcher", ['reason' => 'On call this week']);
        $this->letIn('Let it in');
        $page->see('dispatcher')->type('Notice', 'Mill Reach: the path is under water')->press('Publish')->see('Published.')->see('Mill Reach: the path is under water');
        $this->assertAccessible();
        $page->viewport(375, 700);
        self::assertSame('', $page->overflow());
        // The page is loaded again, and renews what it has.
        $page->driver->navigate()->refresh();
        $page->see('dispatcher');
        $this->asKeeper('POST', "/accounts/{$account}/sign-out", ['reason' => 'A lost telephone']);
        $page->driver->navigate()->refresh();
        $page->see('Sign in')->seeNot('(keeper');
    }

    /** Signs the demo's keeper in at Floodline, and answers what it may. */
    private function letIn(string $answer): void
    {
        $page = self::$browser->press('Sign in');
        $page->until(static fn (): bool => preg_match('/Forgotten your password|Let Floodline in/', self::$browser->text()) === 1, 'Kennel');
        if (str_contains($page->text(), 'Forgotten')) {
            $page->type('E-mail address', 'maren@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in');
        }
        // Asked the first time, and where nobody has just proven to be there.
        $page->until(static fn (): bool => preg_match('/Let Floodline in|Maren Thistlewood \(/', self::$browser->text()) === 1, 'the question or Floodline');
        str_contains($page->text(), 'Let Floodline in') && $page->press($answer);
    }

    private static function send(string $token): int
    {
        $handle = curl_init(self::$gaugebook.'/api/readings');
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => '{"gauge": "Wend Forks 1", "centimetres": 88}', CURLOPT_HTTPHEADER => ["Authorization: Bearer {$token}"], CURLOPT_RETURNTRANSFER => true]);
        curl_exec($handle);

        return (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
    }

    /** @param  array<string, string>  $body */
    private function asKeeper(string $method, string $path, array $body): void
    {
        $keeper = ['Kennel-Surface: console', self::$server->cookieOf('oriel@alderwend.example', DemoKeeper::PASSWORD)];
        [$status, $answer] = self::$server->sendAll([[$method, $path, $body, $keeper]])[0];
        self::assertLessThan(300, $status, $answer);
    }

    private function ownToken(): string
    {
        $handle = curl_init(self::$server->url('/oauth/token'));
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => 'grant_type=client_credentials&scope=readings', CURLOPT_USERPWD => 'gaugebook:'.self::$server->secretOf('gaugebook'), CURLOPT_RETURNTRANSFER => true]);

        return (string) json_decode((string) curl_exec($handle), true)['access_token'];
    }
}
