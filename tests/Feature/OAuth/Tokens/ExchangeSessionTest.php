<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Kennel\App\OAuth\Tokens\ExchangeSession;

/** RFC 8693: the session that an app's own page began becomes tokens; once, while it is new, and for nobody else. */
final class ExchangeSessionTest extends TokenTestCase
{
    private const GRANT = 'urn:ietf:params:oauth:grant-type:token-exchange';

    private const EVERY = ['authorization_code', 'refresh_token', 'client_credentials', self::GRANT];

    protected function setUp(): void
    {
        parent::setUp();
        $this->register(['gaugebook' => ['grant_types' => self::EVERY]]);
    }

    /** @return array<string, string> */
    private function exchanged(string $session, string ...$more): array
    {
        return ['grant_type' => self::GRANT, 'subject_token' => $session, 'subject_token_type' => ExchangeSession::SESSION, 'scope' => 'openid roles', ...$more];
    }

    /** The app's backend signs somebody in by the API, and has the cookie of the session. */
    private function begun(): string
    {
        $this->signIn()->assertCreated();

        return $this->cookies()['__Host-kennel-pages'];
    }

    public function test_a_new_session_becomes_tokens_once(): void
    {
        $holder = $this->holder();
        $session = $this->begun();
        $tokens = $this->token($this->exchanged($session))->assertOk()->assertJsonPath('issued_token_type', 'urn:ietf:params:oauth:token-type:access_token')->json();
        self::assertSame([$holder->id, 'gaugebook'], [self::claims($tokens['id_token'])['sub'], self::claims($tokens['id_token'])['aud']]);
        self::assertTrue($this->isActive($tokens['access_token']));
        self::assertSame(['app.let_in'], DB::table('audit_events')->where('event', 'app.let_in')->pluck('event')->all());
        $renewed = $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $tokens['refresh_token']])->assertOk()->json();
        $this->token($this->exchanged($session))->assertBadRequest()->assertJsonPath('error', 'invalid_grant');
        // It is the session's: signed out, it is over.
        $this->knock('DELETE', '/session')->assertNoContent();
        self::assertFalse($this->isActive($renewed['access_token']));
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => $renewed['refresh_token']])->assertBadRequest();
    }

    public function test_what_is_no_new_session_is_refused_alike(): void
    {
        $this->holder();
        $refused = fn (string $session): string => (string) $this->token($this->exchanged($session))->assertBadRequest()->assertJsonPath('error', 'invalid_grant')->json('error_description');
        $unknown = $refused(str_repeat('A', 43));
        self::assertSame($unknown, $refused('no token'));
        $old = $this->begun();
        $this->clock->move('+121 seconds');
        self::assertSame($unknown, $refused($old));
        $console = $this->holder('op@post.example', role: 'keeper');
        $this->signIn('op@post.example', 'console')->assertCreated();
        self::assertSame($unknown, $refused($this->cookies()['__Host-kennel-console']), 'a session of the console is nobody’s to exchange');
        self::assertSame(0, self::rows('authorizations'), $console->id);
    }

    public function test_who_may_exchange(): void
    {
        $this->holder();
        $session = $this->begun();
        $this->register();
        $this->token($this->exchanged($session))->assertBadRequest()->assertJsonPath('error', 'unauthorized_client');
        $this->register(['gaugebook' => ['grant_types' => self::EVERY, 'consent' => 'asked']]);
        $this->token($this->exchanged($session))->assertBadRequest()->assertJsonPath('error', 'unauthorized_client');
        $this->register(['gaugebook' => ['grant_types' => self::EVERY]]);
        $this->token($this->exchanged($session), secret: 'not its secret')->assertUnauthorized();
        $this->token($this->exchanged($session, subject_token_type: 'urn:ietf:params:oauth:token-type:access_token'))->assertBadRequest()->assertJsonPath('error', 'invalid_request');
        $this->token($this->exchanged($session, actor_token: 'x'))->assertBadRequest()->assertJsonPath('error', 'invalid_request');
        $this->token($this->exchanged($session, requested_token_type: 'urn:ietf:params:oauth:token-type:saml2'))->assertBadRequest()->assertJsonPath('error', 'invalid_request');
        $this->token($this->exchanged($session, scope: 'openid made-up'))->assertBadRequest()->assertJsonPath('error', 'invalid_scope');
        $this->token($this->exchanged($session))->assertOk();
    }
}
