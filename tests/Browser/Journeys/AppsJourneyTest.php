<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Core\OAuth\Tokens\CodeChallenge;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\ByKeyboard;

/** Apps that are let in, on a telephone's width and by keyboard. */
final class AppsJourneyTest extends BrowserTestCase
{
    use ByKeyboard;

    private const VERIFIER = 'a-verifier-of-at-least-forty-three-characters-long';

    public static function setUpBeforeClass(): void
    {
        parent::setUpBeforeClass();
        self::$server->changeRules(static function (array $rules): array {
            $rules['clients'][0] = array_replace($rules['clients'][0], ['kind' => 'mobile', 'token_endpoint_auth_method' => 'none', 'grant_types' => ['authorization_code', 'refresh_token'], 'consent' => 'asked']);

            return $rules;
        });
    }

    protected function setUp(): void
    {
        parent::setUp();
        self::$browser->viewport(375, 812);
    }

    /** An address of the machine that the app runs on; whoever listens there is not Kennel, but nobody else is there. */
    private function back(): string
    {
        return 'http://127.0.0.1:'.self::$server->port.'/signed-in';
    }

    /** @param  array<string, string>  $more */
    private function goes(array $more = []): Browser
    {
        return $this->visit('/oauth/authorize?'.http_build_query(['response_type' => 'code', 'client_id' => 'gaugebook', 'redirect_uri' => $this->back(), 'scope' => 'openid email readings', 'state' => 'a state', 'code_challenge' => CodeChallenge::of(self::VERIFIER)->text, 'code_challenge_method' => 'S256', ...$more]));
    }

    /** @return array<string, string> what the app was sent */
    private function came(): array
    {
        self::$browser->until(fn (): bool => str_starts_with(self::$browser->driver->getCurrentURL(), $this->back()), 'the app');
        parse_str((string) parse_url(self::$browser->driver->getCurrentURL(), PHP_URL_QUERY), $query);

        return array_map(strval(...), $query);
    }

    /**
     * @param  array<string, string>  $form
     * @return array<string, mixed>
     */
    private static function token(array $form): array
    {
        $handle = curl_init(self::$server->url('/oauth/token'));
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => http_build_query($form), CURLOPT_RETURNTRANSFER => true]);

        return (array) json_decode((string) curl_exec($handle), true);
    }

    public function test_an_app_asks_is_let_in_and_is_sent_away_again(): void
    {
        $page = $this->goes(['login_hint' => 'oriel@alderwend.example'])->see('Forgotten your password?');
        self::assertSame('oriel@alderwend.example', $page->box('E-mail address')->getAttribute('value'));
        $this->reach('Password');
        $page->keys(DemoKeeper::PASSWORD, WebDriverKeys::ENTER)->see('Let Gaugebook in?')->see('Oriel Vance (oriel@alderwend.example)')->see('Read and send river levels');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->reach('Do not');
        $page->keys(WebDriverKeys::ENTER);
        self::assertSame(['access_denied', 'a state'], array_values(array_intersect_key($this->came(), ['error' => 0, 'state' => 0])));
        $this->goes()->see('Let Gaugebook in?');
        $this->reach('Let it in');
        $page->keys(WebDriverKeys::ENTER);
        $exchange = fn (string $code): array => self::token(['grant_type' => 'authorization_code', 'client_id' => 'gaugebook', 'code' => $code, 'redirect_uri' => $this->back(), 'code_verifier' => self::VERIFIER]);
        $tokens = $exchange($this->came()['code']);
        self::assertSame('openid email readings', $tokens['scope'] ?? json_encode($tokens));
        // At an address where anybody may listen, somebody has to say so each time.
        $this->goes()->see('Let Gaugebook in?');
        $this->visit('/a/gaugebook/apps')->see('Apps with access')->see('Gaugebook will be able to:');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->do('Take away: Gaugebook', see: 'Gaugebook has no access any more.');
        self::assertSame('invalid_grant', self::token(['grant_type' => 'refresh_token', 'client_id' => 'gaugebook', 'refresh_token' => $tokens['refresh_token']])['error']);
        $this->goes()->see('Let Gaugebook in?');
    }

    public function test_the_way_is_in_the_language_that_the_app_wishes_for(): void
    {
        $this->goes(['ui_locales' => 'de'])->see('Passwort vergessen?')->type('E-Mail-Adresse', 'oriel@alderwend.example')->type('Passwort', DemoKeeper::PASSWORD)->press('Anmelden')->see('Gaugebook hereinlassen?');
    }

    public function test_a_device_that_shows_a_code(): void
    {
        $handle = curl_init(self::$server->url('/oauth/device'));
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => 'client_id=kitloft&scope=openid', CURLOPT_RETURNTRANSFER => true]);
        $device = (array) json_decode((string) curl_exec($handle), true);
        $poll = static fn (): array => self::token(['grant_type' => 'urn:ietf:params:oauth:grant-type:device_code', 'client_id' => 'kitloft', 'device_code' => (string) $device['device_code']]);
        self::assertSame('authorization_pending', $poll()['error']);
        $page = $this->visit('/a/kitloft/device')->see('You are not signed in');
        $this->reach('Sign in');
        $page->keys(WebDriverKeys::ENTER)->see('Forgotten your password?')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Connect a device');
        $this->reach('Code on the device');
        $page->keys('BCDF GHJK', WebDriverKeys::ENTER)->see('No device is waiting by this code');
        $this->assertAccessible();
        $page->type('Code on the device', strtolower((string) $device['user_code']));
        $this->do('Go on', see: 'Let Kitloft in on the device?');
        $page->see('You are signed in as Oriel Vance (oriel@alderwend.example).');
        $this->assertAccessible();
        self::assertSame('', $page->overflow());
        $this->do('Let it in', see: 'The device is connected');
        sleep(6);
        self::assertArrayHasKey('access_token', $poll());
    }

    public function test_what_is_not_registered_goes_nowhere_and_signing_out_is_asked(): void
    {
        $page = $this->goes(['redirect_uri' => 'https://evil.example/'])->see('You cannot be let in from there')->see('the redirect_uri is not registered exactly as it was sent');
        $this->assertAccessible();
        $page->visit(self::$server->url('/a/gaugebook/sign-in'))->see('Forgotten your password?')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in')->see('Hello, Oriel');
        $this->visit('/oauth/logout?client_id=gaugebook')->see('Sign out?');
        $this->assertAccessible();
        $this->reach('Sign out');
        $page->keys(WebDriverKeys::ENTER)->see('You are signed out');
    }

    public function test_a_page_says_nothing_that_an_address_made_up(): void
    {
        $page = $this->visit('/a/gaugebook/not-let-in#error=Your%20account%20is%20locked&why=Call%20%2B1%20900%20555')->see('You cannot be let in from there');
        self::assertStringNotContainsString('locked', $page->text());
        self::assertStringNotContainsString('555', $page->text());
        $this->goes(['redirect_uri' => 'https://evil.example/'])->see('invalid_request')->see('the redirect_uri is not registered exactly as it was sent');
    }
}
