<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Testing\TestResponse;
use Kennel\Core\OAuth\SigningKeys\Thumbprint;
use Kennel\Core\OAuth\Tokens\KeyProof;

/** RFC 9449: tokens that are of use to whoever holds a key alone. */
final class DpopTest extends TokenTestCase
{
    private string $pair;

    private int $made = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->pair = sodium_crypto_sign_keypair();
    }

    private static function base64(string $bytes): string
    {
        return rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
    }

    /** @return array<string, string> */
    private function jwk(?string $pair = null): array
    {
        return ['kty' => 'OKP', 'crv' => 'Ed25519', 'x' => self::base64(sodium_crypto_sign_publickey($pair ?? $this->pair))];
    }

    /**
     * @param  array<string, mixed>  $claims  instead of what is right
     * @param  array<string, mixed>  $header
     */
    private function proof(string $endpoint = 'token', array $claims = [], array $header = [], ?string $pair = null, string $method = 'POST'): string
    {
        $this->made++;
        $part = static fn (array $one): string => self::base64((string) json_encode($one, JSON_UNESCAPED_SLASHES));
        $signed = $part($header + ['typ' => 'dpop+jwt', 'alg' => 'EdDSA', 'jwk' => $this->jwk($pair)]).'.'.$part(array_filter($claims + ['jti' => "proof-{$this->made}", 'htm' => $method, 'htu' => config('app.url')."/oauth/{$endpoint}", 'iat' => $this->clock->now()->getTimestamp()], static fn (mixed $one): bool => $one !== null));

        return "{$signed}.".self::base64(sodium_crypto_sign_detached($signed, sodium_crypto_sign_secretkey($pair ?? $this->pair)));
    }

    /** @param  array<string, string>  $form */
    private function bound(array $form, ?string $proof = null): TestResponse
    {
        return $this->send('/oauth/token', $form, ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}"), 'DPoP' => $proof ?? $this->proof()]);
    }

    /** @param  array<string, string>  $headers */
    private function person(string $token, array $headers, string $scheme = 'DPoP'): TestResponse
    {
        return $this->send('/oauth/userinfo', [], ['Authorization' => "{$scheme} {$token}", ...$headers], 'GET');
    }

    public function test_a_bound_token_needs_its_key(): void
    {
        $holder = $this->holder();
        $for = fn (string $token, ?string $pair = null): array => ['DPoP' => $this->proof('userinfo', ['ath' => self::base64(hash('sha256', $token, true))], pair: $pair, method: 'GET')];
        foreach (['jwt', 'opaque'] as $format) {
            $this->register(['gaugebook' => ['access_token' => $format]]);
            $this->signIn();
            $tokens = $this->bound($this->exchange($this->code()))->assertOk()->assertJsonPath('token_type', 'DPoP')->json();
            $token = $tokens['access_token'];
            $jkt = Thumbprint::of($this->jwk());
            $format === 'jwt' && self::assertSame(['jkt' => $jkt], self::claims($token)['cnf']);
            $this->send('/oauth/introspect', ['token' => $token], ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}")])->assertOk()->assertJsonPath('token_type', 'DPoP')->assertJsonPath('cnf.jkt', $jkt);
            $this->person($token, $for($token))->assertOk()->assertJsonPath('sub', $holder->id);
            self::assertStringContainsString('DPoP algs=', (string) $this->person($token, [], 'Bearer')->assertUnauthorized()->assertJsonPath('error', 'invalid_token')->headers->get('WWW-Authenticate'));
            $this->person($token, [])->assertUnauthorized();
            $this->person($token, $for($token, sodium_crypto_sign_keypair()))->assertUnauthorized();
            $this->person($token, $for('another token'))->assertUnauthorized();
            $this->person($token, ['DPoP' => $this->proof('userinfo', method: 'GET')])->assertUnauthorized();
            $shown = $for($token);
            $this->person($token, $shown)->assertOk();
            $this->person($token, $shown)->assertUnauthorized();
        }
        // One that is bound to no key is no better for being shown with one.
        $this->signIn();
        $plain = $this->letIn()['access_token'];
        $this->person($plain, $for($plain))->assertUnauthorized();
        $this->person($plain, [], 'Bearer')->assertOk();
    }

    public function test_what_proves_nothing_is_refused(): void
    {
        $own = ['grant_type' => 'client_credentials'];
        $refused = fn (string $proof) => $this->bound($own, $proof)->assertBadRequest()->assertJsonPath('error', 'invalid_dpop_proof');
        $now = $this->clock->now()->getTimestamp();
        foreach ([
            'no token', $this->proof(header: ['typ' => 'JWT']), $this->proof(header: ['alg' => 'none']), $this->proof(header: ['alg' => 'HS256']), $this->proof(header: ['jwk' => null]),
            $this->proof(header: ['jwk' => [...$this->jwk(), 'd' => 'x']]), $this->proof(header: ['jwk' => $this->jwk(sodium_crypto_sign_keypair())]), $this->proof(header: ['jwk' => ['kty' => 'oct', 'k' => 'AA']]), $this->proof(header: ['crit' => ['x']]),
            $this->proof(claims: ['htm' => 'GET']), $this->proof(claims: ['htu' => 'https://elsewhere.example/oauth/token']), $this->proof('userinfo'), $this->proof(claims: ['jti' => null]), $this->proof(claims: ['jti' => str_repeat('j', 201)]), $this->proof(claims: ['iat' => null]),
            $this->proof(claims: ['iat' => $now - KeyProof::LEEWAY - 1]), $this->proof(claims: ['iat' => $now + KeyProof::LEEWAY + 1]), substr($this->proof(), 0, -4).'AAAA',
        ] as $proof) {
            $refused($proof);
        }
        $proof = $this->proof(claims: ['htu' => config('app.url').'/oauth/token?x=1#y', 'iat' => $now - KeyProof::LEEWAY]);
        $this->bound($own, $proof)->assertOk();
        $refused($proof);
        // Whoever gets nothing fills no store.
        self::assertSame(1, self::rows('shown_assertions'));
        $this->bound(['grant_type' => 'refresh_token', 'refresh_token' => 'made up'])->assertBadRequest();
        self::assertSame(1, self::rows('shown_assertions'));
        // The same id by another key is another proof.
        $this->bound($own, $this->proof(claims: ['jti' => 'one']))->assertOk();
        $this->bound($own, $this->proof(claims: ['jti' => 'one'], pair: sodium_crypto_sign_keypair()))->assertOk();
    }

    public function test_the_refresh_tokens_of_an_app_without_a_secret_need_the_key_as_well(): void
    {
        $this->register(['gaugebook' => ['kind' => 'single page', 'token_endpoint_auth_method' => 'none', 'grant_types' => ['authorization_code', 'refresh_token']]]);
        $this->holder();
        $this->signIn();
        $send = fn (array $form, ?string $proof): TestResponse => $this->send('/oauth/token', ['client_id' => 'gaugebook', ...$form], $proof === null ? [] : ['DPoP' => $proof]);
        $refresh = $send($this->exchange($this->code()), $this->proof())->assertOk()->json('refresh_token');
        $renew = fn (?string $proof): TestResponse => $send(['grant_type' => 'refresh_token', 'refresh_token' => $refresh], $proof);
        $renew(null)->assertBadRequest()->assertJsonPath('error', 'invalid_grant');
        $renew($this->proof(pair: sodium_crypto_sign_keypair()))->assertBadRequest();
        // Who tried without it has ended nothing.
        $renew($this->proof())->assertOk()->assertJsonPath('token_type', 'DPoP');
    }

    public function test_a_code_that_was_asked_for_by_a_key_needs_it(): void
    {
        $this->holder();
        $this->signIn();
        $jkt = Thumbprint::of($this->jwk());
        foreach ([null, $this->proof(pair: sodium_crypto_sign_keypair())] as $other) {
            $form = $this->exchange($this->code(['dpop_jkt' => $jkt]));
            ($other === null ? $this->token($form) : $this->bound($form, $other))->assertBadRequest()->assertJsonPath('error', 'invalid_grant');
        }
        $this->bound($this->exchange($this->code(['dpop_jkt' => $jkt])))->assertOk();
        self::assertStringContainsString('error=invalid_request', (string) $this->send('/oauth/authorize', self::request(['dpop_jkt' => 'short']), method: 'GET')->headers->get('Location'));
        // Pushed with a proof, it is bound to that key (§10.1).
        $push = fn (array $more, string $proof): TestResponse => $this->send('/oauth/par', self::request($more), ['Authorization' => 'Basic '.base64_encode("gaugebook:{$this->secret}"), 'DPoP' => $proof]);
        $push(['dpop_jkt' => str_repeat('x', 43)], $this->proof('par'))->assertBadRequest()->assertJsonPath('error', 'invalid_dpop_proof');
        $uri = $push([], $this->proof('par'))->assertCreated()->json('request_uri');
        $address = (string) $this->send('/oauth/authorize', ['client_id' => 'gaugebook', 'request_uri' => $uri], method: 'GET')->assertStatus(303)->headers->get('Location');
        $code = self::back($this->knock('POST', '/authorizations/next', ['token' => substr($address, (int) strpos($address, '#t=') + 3)])->assertOk())['code'];
        $this->token($this->exchange($code))->assertBadRequest();
    }
}
