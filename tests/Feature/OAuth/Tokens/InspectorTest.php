<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Firebase\JWT\JWT;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\OAuth\SigningKeys\SigningKeys;

/** What is pasted is read, judged by what holds at this moment, and forgotten. */
final class InspectorTest extends TokenTestCase
{
    /** @var array<string, mixed> */
    private array $tokens;

    private string $holder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->keeper();
        $this->holder = $this->holder(role: 'reviewer')->id;
        $this->signIn();
        $this->tokens = $this->letIn(['scope' => 'openid roles']);
    }

    private function inspect(string $text): TestResponse
    {
        return $this->knock('POST', '/tokens/inspect', ['text' => $text], surface: 'console')->assertOk();
    }

    /** @return array<string, bool|null> by what was looked at */
    private static function holds(TestResponse $found): array
    {
        return array_column((array) $found->json('checks'), 'holds', 'what');
    }

    private static function says(TestResponse $found, string $what): string
    {
        return (string) (array_column((array) $found->json('checks'), 'says', 'what')[$what] ?? '');
    }

    public function test_a_token_that_counts(): void
    {
        $found = $this->inspect("Authorization: Bearer {$this->tokens['access_token']}");
        self::assertSame(['issuer' => true, 'signature' => true, 'expires' => true, 'issued' => true, 'audience' => true, 'live' => true, 'allows' => true], self::holds($found));
        $found->assertJsonPath('kind', 'access_token')->assertJsonPath('of.app', 'gaugebook')->assertJsonPath('of.account', $this->holder)->assertJsonPath('of.name', 'Tam Pellow');
        self::assertContains(['claim' => 'exp', 'about' => 'Until when it counts', 'value' => (string) ($this->clock->now()->getTimestamp() + 600), 'at' => '2026-05-01T12:10:00.000Z'], $found->json('parts.1.claims'));
        self::assertSame('id_token', $this->inspect((string) $this->tokens['id_token'])->json('kind'));
    }

    public function test_ten_that_do_not(): void
    {
        $access = (string) $this->tokens['access_token'];
        [$header, $claims, $signature] = explode('.', $access);
        $changed = $this->inspect("{$header}.".rtrim(strtr(base64_encode(str_replace('"readings:approve"', '"kit:lend"', (string) base64_decode(strtr($claims, '-_', '+/'), true))), '+/', '-_'), '=').".{$signature}");
        self::assertSame(false, self::holds($changed)['signature']);
        self::assertStringContainsString('kit:lend is gone', self::says($changed, 'allows'));
        $none = rtrim(strtr(base64_encode('{"alg":"none","typ":"at+jwt"}'), '+/', '-_'), '=');
        self::assertStringContainsString('By an algorithm', self::says($this->inspect("{$none}.{$claims}."), 'signature'));
        $foreign = $this->inspect(JWT::encode(['iss' => 'https://elsewhere.example', 'sub' => 'x', 'aud' => 'y', 'exp' => $this->clock->now()->getTimestamp() - 240], str_repeat('k', 64), 'HS256', 'theirs'));
        self::assertSame([false, false, null], [self::holds($foreign)['issuer'], self::holds($foreign)['expires'], self::holds($foreign)['audience']]);
        self::assertSame('unknown', $this->inspect('hello')->json('kind'));
        self::assertStringContainsString('not three parts', self::says($this->inspect('a.b.c'), 'form'));
        self::assertSame(false, self::holds($this->inspect(str_repeat('A', 64)))['live']);
        self::assertSame(false, self::holds($this->inspect(str_repeat('A', 43)))['live']);

        $this->app->make(Assignments::class)->takeAll([$this->holder], 'reviewer', 'the test', 'gone');
        self::assertStringContainsString('readings:approve, ', self::says($this->inspect($access), 'allows'));
        $this->clock->move('+14 minutes');
        self::assertSame('It has run out, at 2026-05-01T12:10:00.000Z.', self::says($this->inspect($access), 'expires'));
        $this->token(['grant_type' => 'refresh_token', 'refresh_token' => (string) $this->tokens['refresh_token']])->assertOk();
        $this->clock->move('+1 minute');
        self::assertStringContainsString('It was used before', self::says($this->inspect((string) $this->tokens['refresh_token']), 'newest'));
        $this->knock('DELETE', '/session');
        self::assertSame('The session it came of is over.', self::says($this->inspect($access), 'live'));
        $this->app->forgetScopedInstances();
        $keys = $this->app->make(SigningKeys::class);
        $keys->withdraw($keys->all()[0]->id, 'It got out', Actor::system());
        self::assertStringContainsString('was withdrawn', self::says($this->inspect($access), 'signature'));
    }

    public function test_addresses(): void
    {
        $query = static fn (array $more): string => 'http://localhost/oauth/authorize?'.http_build_query([...self::request(), ...$more]);
        self::assertSame(['client' => true, 'redirect_uri' => true, 'request' => true], self::holds($this->inspect($query([]))));
        self::assertStringContainsString('Registered: '.self::BACK, self::says($this->inspect($query(['redirect_uri' => 'https://evil.example/'])), 'redirect_uri'));
        self::assertStringContainsString('invalid_scope', self::says($this->inspect($query(['scope' => 'everything'])), 'request'));
        self::assertSame(false, self::holds($this->inspect($query(['client_id' => 'nobody'])))['client']);
        $code = $this->code();
        $back = $this->inspect(self::BACK."?code={$code}&state=secret&iss=".urlencode('http://localhost'));
        self::assertStringStartsWith('The code can be exchanged', self::says($back, 'answer'));
        self::assertStringNotContainsString($code, (string) $back->getContent());
        $this->token($this->exchange($code))->assertOk();
        self::assertStringStartsWith('The code was exchanged', self::says($this->inspect("?code={$code}"), 'answer'));
        self::assertStringContainsString('access_denied. The person said no.', self::says($this->inspect('?error=access_denied&error_description=The+person+said+no.'), 'answer'));
    }

    public function test_nothing_of_it_is_kept_and_whose_it_is_is_told_to_who_may_see_it(): void
    {
        $before = DB::table('evidence')->count() + DB::table('audit_events')->count();
        $this->inspect((string) $this->tokens['access_token']);
        self::assertSame($before, DB::table('evidence')->count() + DB::table('audit_events')->count());
        $this->operatorWith('kennel:console', 'kennel:rules.read');
        $this->inspect((string) $this->tokens['access_token'])->assertJsonPath('of.account', null)->assertJsonPath('of.name', null);
        $this->knock('POST', '/tokens/inspect', ['text' => ' '], surface: 'console')->assertUnprocessable()->assertJsonPath('reasons.0.code', 'inspector.text');
    }
}
