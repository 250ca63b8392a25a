<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** The station of apps: one that is registered from the console comes to a token, and a key is withdrawn. */
final class AppsTest extends BrowserTestCase
{
    public function test_a_new_app_is_drafted_published_and_comes_to_a_token(): void
    {
        $console = $this->enterConsole('/apps')->see('Gaugebook');
        $this->assertAccessible();
        $console->press('Registration')->see('What to paste')->press('New app')->type('Key: small letters, digits and “-”; it is the client_id', 'weirwatch')->type('Name', 'Weirwatch')->choose('Kind', 'Backend');
        $console->press('Add it to the draft')->see('Client credentials: the app by itself')->see('Once it is published');
        $console->type('Scope', 'readings')->type('What it lets the app do', 'Post readings of loggers')->press('Add a scope')->see('Post readings of loggers');
        $this->assertAccessible();
        $console->press('Review and publish…')->press('Mark as reviewed')->see('Reviewed by Maren Thistlewood')->type('Reason for publishing', 'Our loggers')->press('Publish revision 6');
        $this->proves();
        $console->see('Revision 6 is in force')->see('There is none: the app cannot come to tokens yet.');
        $console->press('New secret…')->press('Make the secret');
        $console->see('The secret, this once');
        $secret = (string) $console->driver->executeScript('return document.querySelector(\'[aria-label$="copy the secret"]\').innerText');
        self::assertMatchesRegularExpression('/^[A-Za-z0-9_-]{43}$/D', $secret);
        $this->assertAccessible();
        $console->press('I have it')->see('never used');
        $handle = curl_init(self::$server->url('/oauth/token'));
        curl_setopt_array($handle, [CURLOPT_POSTFIELDS => 'grant_type=client_credentials', CURLOPT_USERPWD => "weirwatch:{$secret}", CURLOPT_RETURNTRANSFER => true]);
        self::assertSame('readings', json_decode((string) curl_exec($handle), true)['scope'] ?? null);
        $console->driver->navigate()->refresh();
        $console->see('Tokens for the app itself')->press('Signing keys')->see('signs now');
        $this->assertAccessible();
        $console->press('Make the next key…')->press('Make it')->see('published, signs later');
        $current = (string) self::$server->database()->query("SELECT id FROM signing_keys WHERE withdrawn_at IS NULL AND used_from < strftime('%Y-%m-%dT%H:%M:%fZ') ORDER BY used_from DESC LIMIT 1")->fetchColumn();
        $console->press("Withdraw {$current}")->see('counts for nothing at once')->type('Reason', 'It was in a backup that got lost')->press('Withdraw it now')->see('was withdrawn by Maren Thistlewood: It was in a backup that got lost');
        $this->assertAccessible();
        self::assertNotContains($current, array_column(json_decode((string) file_get_contents(self::$server->url('/oauth/jwks')), true)['keys'], 'kid'));
    }

    public function test_what_is_wrong_with_an_address_is_said_while_it_is_typed(): void
    {
        $console = $this->enterConsole('/apps/registration?app=gaugebook')->see('Copy the code')->type('Redirect URIs', 'https://gaugebook.alderwend.example/signed-in http://gaugebook.alderwend.example/');
        $console->see('http://gaugebook.alderwend.example/ must be https')->keys(WebDriverKeys::ESCAPE)->seeNot('must be https;')->see('No draft.');
        // What was typed of one app is not said under another.
        $console->type('Origins', 'https://app.example/')->see('without a “/” behind')->press('Kitloft')->see('Device code')->seeNot('https://app.example/ must be scheme, host and port alone');
    }

    public function test_an_app_is_tried_from_the_first_request_to_the_last(): void
    {
        $console = $this->enterConsole('/apps/registration?app=gaugebook')->see('Copy the code')->choose('Code', 'Believe access tokens: Node')->see('createRemoteJWKSet')->see('bytes for somebody without a role')->see('To sign your readings');
        $this->assertAccessible();
        self::assertSame('', $console->overflow());
        self::assertSame('', $console->viewport(375, 812)->overflow());
        $console->viewport(1280, 800);
        $console->press('Play its way to a token')->see('What goes wrong')->press('Play it')->see('The app exchanges the code for tokens')->see('app.let_in')->see('200, it counts no more');
        $this->assertAccessible();
        self::assertSame('', $console->overflow());
        $console->click("//section[@aria-label='The app exchanges the code for tokens']//button")->see('What stands in id_token')->see('"typ": "at+jwt"');
        $this->assertAccessible();
        $console->choose('What goes wrong', 'A refresh token is shown twice')->press('Play it')->see('the whole family ends')->see('authorization.replayed')->see('400 invalid_grant');
    }

    public function test_what_a_developer_pastes_is_read(): void
    {
        $console = $this->enterConsole('/apps/inspector')->see('Look at it');
        $token = 'eyJhbGciOiJub25lIn0.'.rtrim(strtr(base64_encode('{"iss":"https://elsewhere.example","exp":1000,"sub":"somebody"}'), '+/', '-_'), '=').'.';
        $console->type('A token, the address an app sends a browser to, or the one it comes back with', $token)->press('Look at it');
        $console->see('A signed token (JWT)')->see('By an algorithm that its key is not for.')->see('It has run out, at 1970-01-01T00:16:40.000Z.')->see('Whom it is about');
        $this->assertAccessible();
        self::assertSame('', $console->overflow());
        $console->type('A token, the address an app sends a browser to, or the one it comes back with', ' ')->press('Look at it')->see('Paste a token or an address');
    }

    public function test_ten_broken_tokens_each_say_what_is_wrong(): void
    {
        $ask = static function (string $endpoint, string $form): string {
            $handle = curl_init(self::$server->url("/oauth/{$endpoint}"));
            curl_setopt_array($handle, [CURLOPT_POSTFIELDS => $form, CURLOPT_USERPWD => 'gaugebook:'.self::$server->secretOf('gaugebook'), CURLOPT_RETURNTRANSFER => true]);

            return (string) curl_exec($handle);
        };
        $good = (string) json_decode($ask('token', 'grant_type=client_credentials'), true)['access_token'];
        $revoked = (string) json_decode($ask('token', 'grant_type=client_credentials'), true)['access_token'];
        $ask('revoke', http_build_query(['token' => $revoked]));
        [$header, $claims, $signature] = explode('.', $good);
        $read = static fn (string $part): array => (array) json_decode((string) base64_decode(strtr($part, '-_', '+/'), true), true);
        $part = static fn (array $one): string => rtrim(strtr(base64_encode((string) json_encode($one, JSON_UNESCAPED_SLASHES)), '+/', '-_'), '=');
        $with = static fn (array $more, array $head = []): string => $part([...$read($header), ...$head]).'.'.$part([...$read($claims), ...$more]).".{$signature}";
        $console = $this->enterConsole('/apps/inspector')->see('Look at it');
        foreach ([
            'changed after it was signed' => [$with(['scope' => 'everything']), 'Wrong: it was changed, or signed by another key than'],
            'of a key there is not' => [$with([], ['kid' => str_repeat('k', 43)]), 'No key of this service is called'],
            'signed by nothing' => [$with([], ['alg' => 'none']), 'By an algorithm that its key is not for.'],
            'to be understood in another way' => [$with([], ['crit' => ['b64']]), 'It asks to be understood in a way that nobody here knows (crit).'],
            'run out' => [$with(['exp' => 1_000_000_000]), 'It has run out, at 2001-09-09T01:46:40.000Z.'],
            'not yet' => [$with(['nbf' => 4_000_000_000]), 'It counts from 2096-10-02T07:06:40.000Z on'],
            'for somebody else' => [$with(['aud' => 'https://elsewhere.example/']), 'which is registered for no app here.'],
            'of another issuer' => [$with(['iss' => 'https://elsewhere.example']), 'Another one; what can be told of it is what it says itself.'],
            'given back' => [$revoked, 'It was given back.'],
            'cut off' => [substr($good, 0, (int) strrpos($good, '.')), 'It is neither a token, nor an address with parameters.'],
        ] as $which => [$token, $words]) {
            $console->type('A token, the address an app sends a browser to, or the one it comes back with', $token)->press('Look at it')->see($words);
            self::assertSame('', $console->overflow(), $which);
        }
        $console->type('A token, the address an app sends a browser to, or the one it comes back with', $good)->press('Look at it')->see('Right, by the key')->see('Of an app by itself.');
    }

    private function proves(): void
    {
        self::$browser->until(static fn (): bool => preg_match('/Confirm your password|Revision 6/', self::$browser->text()) === 1, 'a proof or the revision');
        if (str_contains(self::$browser->text(), 'Confirm your password')) {
            self::$browser->type('Your password', DemoKeeper::PASSWORD)->press('Confirm');
        }
    }
}
