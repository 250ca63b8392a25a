<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\OAuth\SigningKeys\PublicKeys;
use Kennel\Core\OAuth\SigningKeys\Thumbprint;
use Kennel\Core\OAuth\Tokens\CodeChallenge;
use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/**
 * RFC 7636, 7638, 8037, and the whole token service in front of clients that are none of ours: oauth4webapi and openid-client of the npm registry (MIT), unmodified,
 * over HTTP; whatever is signed is verified by jose 6.2.18 of the npm registry (MIT).
 */
final class OAuthTest extends TestCase
{
    private const SECRET = 'published-checks-only-secret-of-43-characte';

    private static ?Server $server = null;

    public static function tearDownAfterClass(): void
    {
        self::$server?->stop();
        self::$server = null;
    }

    /** RFC 7636 appendix B. */
    public function test_the_challenge_of_rfc_7636(): void
    {
        self::assertSame('E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM', CodeChallenge::of('dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk')->text);
        self::assertTrue(CodeChallenge::read('E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM', 'S256')->matches('dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk'));
    }

    /** RFC 8037 appendix A.3; of every key that is published, jose says the same below. */
    public function test_thumbprints(): void
    {
        self::assertSame('kPrK_qmxVWaYVA9wwBF6Iuo3vVzz7TxHCTwXBygrS4k', Thumbprint::of(['kty' => 'OKP', 'crv' => 'Ed25519', 'x' => '11qYAYKxCrfVS_7TyWQHOg7hcvPapiMlrwIaaPcHURo']));
    }

    /** RFC 8037 appendix A.4. */
    public function test_the_signature_of_rfc_8037(): void
    {
        $signed = 'eyJhbGciOiJFZERTQSJ9.RXhhbXBsZSBvZiBFZDI1NTE5IHNpZ25pbmc';
        $signature = 'hgyY0il_MGCjP0JzlnLWG1PPOt7-09PGcvMg3AIbQR6dWbhijcNR4ki4iylGjg5BhVsPt9g7sVvpAr_MuM0KAg';
        // Our reading of the key of appendix A.2 verifies the signature, and of nothing else; the payload there is no JSON, so no token of ours can hold it.
        $keys = PublicKeys::of([['kty' => 'OKP', 'crv' => 'Ed25519', 'kid' => 'a', 'x' => '11qYAYKxCrfVS_7TyWQHOg7hcvPapiMlrwIaaPcHURo']])->all;
        self::assertSame(['a'], array_keys($keys));
        $public = (string) base64_decode((string) $keys['a']->getKeyMaterial(), true);
        $isSigned = static fn (string $text): bool => sodium_crypto_sign_verify_detached((string) base64_decode(strtr($signature, '-_', '+/'), true), $text, $public);
        self::assertTrue($isSigned($signed));
        self::assertFalse($isSigned("{$signed}x"));
        self::assertSame([], PublicKeys::of([['kty' => 'OKP', 'crv' => 'Ed25519', 'kid' => 'a', 'x' => '11qYAYKxCrfVS_7TyWQHOg7hcvPapiMlrwIaaPcHURo', 'd' => 'nWGxne_9WmC6hEr0kuwsxERJxWl7MmkZcDusAxyuf2A']])->all, 'a private half is nobody’s to publish');
    }

    public function test_oauth4webapi_comes_to_tokens_by_every_grant(): void
    {
        self::assertSame(
            ['code' => 'maren@alderwend.example', 'verified' => true, 'jose' => 'at+jwt', 'refreshed' => true, 'late' => true, 'introspected' => true, 'revoked' => false, 'own' => 'gaugebook', 'pushed' => true, 'device' => true, 'thumbprints' => true, 'dpop' => 'maren@alderwend.example', 'bearer' => 401],
            $this->played(self::WITH_OAUTH4WEBAPI),
        );
    }

    public function test_openid_client_comes_to_tokens_by_every_grant(): void
    {
        self::assertSame(
            ['code' => 'maren@alderwend.example', 'refreshed' => true, 'introspected' => true, 'revoked' => false, 'own' => true, 'device' => true, 'denied' => 'access_denied', 'exchanged' => 'maren@alderwend.example', 'dpop' => 'maren@alderwend.example', 'out' => true],
            $this->played(self::WITH_OPENID_CLIENT),
        );
    }

    /** @return array<string, mixed> */
    private function played(string $script): array
    {
        $server = self::$server ??= self::start();
        $cookie = substr($server->cookieOf('maren@alderwend.example', 'heron weir lantern', 'pages'), strlen('Cookie: '));
        $process = proc_open(['node', '--input-type=module', '-e', self::BROWSER.$script], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, dirname(__DIR__, 2), [...getenv(), 'ISSUER' => $server->url(''), 'COOKIE' => $cookie, 'SECRET' => self::SECRET]);
        self::assertIsResource($process);
        [$said, $complained] = [(string) stream_get_contents($pipes[1]), (string) stream_get_contents($pipes[2])];
        self::assertSame(0, proc_close($process), $complained);

        return (array) json_decode($said, true, flags: JSON_THROW_ON_ERROR);
    }

    private static function start(): Server
    {
        $server = Server::start(worker: false, guarded: false);
        $server->database()->prepare('INSERT INTO app_secrets (id, app_key, digest, hint, created_by, created_at) VALUES (?, ?, ?, ?, ?, ?)')
            ->execute(['019a0f00-0000-7000-8000-0000000000aa', 'gaugebook', hash('sha256', self::SECRET), substr(self::SECRET, -4), 'the test', '2026-01-01T00:00:00.000Z']);
        $server->changeRules(static function (array $rules): array {
            $grant = ['key' => 'app:gaugebook', 'permission' => '', 'consent' => false, 'purpose' => 'To greet you'];
            $rules['clients'][0]['grant_types'][] = 'urn:ietf:params:oauth:grant-type:token-exchange';
            $rules['disclosure']['fields'] = [...array_values(array_filter($rules['disclosure']['fields'], static fn (array $one): bool => ! in_array($one['key'], ['address', 'name'], true))), ['key' => 'address', 'grants' => [$grant]], ['key' => 'name', 'grants' => [$grant]]];

            return $rules;
        });

        return $server;
    }

    /** What a person's browser does: goes where it is sent, signed in already. */
    private const BROWSER = <<<'JS'
        const { ISSUER, COOKIE, SECRET } = process.env;
        const page = async (path, body) => (await fetch(`${ISSUER}/api/v1${path}`, { method: 'POST', headers: { 'Content-Type': 'application/json', Cookie: COOKIE }, body: JSON.stringify(body) }));
        const browse = async (url) => {
          const sent = await fetch(url, { redirect: 'manual' });
          const token = new URL(sent.headers.get('location'), ISSUER).hash.slice(3);
          const next = await (await page('/authorizations/next', { token })).json();
          if (next.address === undefined) throw new Error(JSON.stringify(next));
          return new URL(next.address);
        };
        const BACK = 'https://gaugebook.alderwend.example/signed-in';
        JS;

    private const WITH_OAUTH4WEBAPI = <<<'JS'

        import * as oauth from 'oauth4webapi';
        import { createRemoteJWKSet, jwtVerify, calculateJwkThumbprint } from 'jose';
        const plain = { [oauth.allowInsecureRequests]: true };
        const issuer = new URL(ISSUER);
        const as = await oauth.processDiscoveryResponse(issuer, await oauth.discoveryRequest(issuer, plain));
        await oauth.processDiscoveryResponse(issuer, await oauth.discoveryRequest(issuer, { ...plain, algorithm: 'oauth2' }));
        const client = { client_id: 'gaugebook' };
        const secret = oauth.ClientSecretBasic(SECRET);
        const verifier = oauth.generateRandomCodeVerifier();
        const nonce = oauth.generateRandomNonce();
        const state = oauth.generateRandomState();
        const parameters = { client_id: 'gaugebook', redirect_uri: BACK, response_type: 'code', scope: 'openid profile email roles offline_access', code_challenge: await oauth.calculatePKCECodeChallenge(verifier), code_challenge_method: 'S256', nonce, state, max_age: '600' };
        const ask = new URL(as.authorization_endpoint);
        for (const [name, value] of Object.entries(parameters)) ask.searchParams.set(name, value);
        const exchange = async (back) => oauth.processAuthorizationCodeResponse(as, client, await oauth.authorizationCodeGrantRequest(as, client, secret, oauth.validateAuthResponse(as, client, back, state), BACK, verifier, plain), { expectedNonce: nonce, requireIdToken: true, maxAge: 600 });
        const response = await oauth.authorizationCodeGrantRequest(as, client, secret, oauth.validateAuthResponse(as, client, await browse(ask), state), BACK, verifier, plain);
        const tokens = await oauth.processAuthorizationCodeResponse(as, client, response, { expectedNonce: nonce, requireIdToken: true, maxAge: 600 });
        await oauth.validateApplicationLevelSignature(as, response, plain);
        const claims = oauth.getValidatedIdTokenClaims(tokens);
        const person = await oauth.processUserInfoResponse(as, client, claims.sub, await oauth.userInfoRequest(as, client, tokens.access_token, plain));
        const keys = createRemoteJWKSet(new URL(as.jwks_uri));
        const { protectedHeader } = await jwtVerify(tokens.access_token, keys, { issuer: ISSUER, audience: 'https://gaugebook.alderwend.example/api', typ: 'at+jwt', requiredClaims: ['sub', 'client_id', 'iat', 'jti', 'exp'] });
        const renewed = await oauth.processRefreshTokenResponse(as, client, await oauth.refreshTokenGrantRequest(as, client, secret, tokens.refresh_token, plain));
        const active = async (token) => (await oauth.processIntrospectionResponse(as, client, await oauth.introspectionRequest(as, client, secret, token, plain))).active;
        const introspected = await active(renewed.access_token);
        await oauth.processRevocationResponse(await oauth.revocationRequest(as, client, secret, renewed.access_token, plain));
        const revoked = await active(renewed.access_token);
        const again = await oauth.processRefreshTokenResponse(as, client, await oauth.refreshTokenGrantRequest(as, client, secret, renewed.refresh_token, plain));
        // The first one once more, late: it leads to the one that counts.
        const late = await oauth.processRefreshTokenResponse(as, client, await oauth.refreshTokenGrantRequest(as, client, secret, tokens.refresh_token, plain));
        const own = await oauth.processClientCredentialsResponse(as, client, await oauth.clientCredentialsGrantRequest(as, client, secret, { scope: 'readings' }, plain));
        const ownClaims = (await jwtVerify(own.access_token, keys, { issuer: ISSUER, typ: 'at+jwt' })).payload;
        const pushed = await oauth.processPushedAuthorizationResponse(as, client, await oauth.pushedAuthorizationRequest(as, client, secret, parameters, plain));
        const pushedUrl = new URL(as.authorization_endpoint);
        pushedUrl.searchParams.set('client_id', 'gaugebook');
        pushedUrl.searchParams.set('request_uri', pushed.request_uri);
        const byPush = await exchange(await browse(pushedUrl));
        const kitloft = { client_id: 'kitloft' };
        const device = await oauth.processDeviceAuthorizationResponse(as, kitloft, await oauth.deviceAuthorizationRequest(as, kitloft, oauth.None(), { scope: 'openid' }, plain));
        await page('/devices/answer', { code: device.user_code, let_in: true });
        const byDevice = await oauth.processDeviceCodeResponse(as, kitloft, await oauth.deviceCodeGrantRequest(as, kitloft, oauth.None(), device.device_code, plain));
        const handle = oauth.DPoP(client, await oauth.generateKeyPair('Ed25519'));
        const boundVerifier = oauth.generateRandomCodeVerifier();
        const boundAsk = new URL(as.authorization_endpoint);
        for (const [name, value] of Object.entries({ ...parameters, code_challenge: await oauth.calculatePKCECodeChallenge(boundVerifier) })) boundAsk.searchParams.set(name, value);
        const bound = await oauth.processAuthorizationCodeResponse(as, client, await oauth.authorizationCodeGrantRequest(as, client, secret, oauth.validateAuthResponse(as, client, await browse(boundAsk), state), BACK, boundVerifier, { ...plain, DPoP: handle }), { expectedNonce: nonce });
        const boundPerson = await oauth.processUserInfoResponse(as, client, claims.sub, await oauth.userInfoRequest(as, client, bound.access_token, { ...plain, DPoP: handle }));
        const bearer = (await fetch(as.userinfo_endpoint, { headers: { Authorization: `Bearer ${bound.access_token}` } })).status;
        const set = await (await fetch(as.jwks_uri)).json();
        const thumbprints = (await Promise.all(set.keys.map(async (key) => (await calculateJwkThumbprint(key)) === key.kid))).every(Boolean);
        console.log(JSON.stringify({ code: person.email, verified: claims.sub === person.sub, jose: protectedHeader.typ, refreshed: renewed.access_token !== tokens.access_token && again.refresh_token !== renewed.refresh_token, late: late.refresh_token === again.refresh_token, introspected, revoked, own: ownClaims.sub, pushed: byPush.id_token !== undefined, device: byDevice.access_token !== undefined, thumbprints, dpop: bound.token_type === 'dpop' && boundPerson.email, bearer }));
        JS;

    private const WITH_OPENID_CLIENT = <<<'JS'

        import * as client from 'openid-client';
        const options = { execute: [client.allowInsecureRequests] };
        const config = await client.discovery(new URL(ISSUER), 'gaugebook', SECRET, undefined, options);
        const verifier = client.randomPKCECodeVerifier();
        const [state, nonce] = [client.randomState(), client.randomNonce()];
        const url = client.buildAuthorizationUrl(config, { redirect_uri: BACK, scope: 'openid email offline_access', code_challenge: await client.calculatePKCECodeChallenge(verifier), code_challenge_method: 'S256', state, nonce });
        const tokens = await client.authorizationCodeGrant(config, await browse(url), { pkceCodeVerifier: verifier, expectedState: state, expectedNonce: nonce, idTokenExpected: true });
        const person = await client.fetchUserInfo(config, tokens.access_token, tokens.claims().sub);
        const renewed = await client.refreshTokenGrant(config, tokens.refresh_token);
        const introspected = (await client.tokenIntrospection(config, renewed.access_token)).active;
        await client.tokenRevocation(config, renewed.refresh_token);
        const revoked = (await client.tokenIntrospection(config, renewed.access_token)).active;
        const own = await client.clientCredentialsGrant(config, { scope: 'readings' });
        const handheld = await client.discovery(new URL(ISSUER), 'kitloft', undefined, client.None(), options);
        const device = await client.initiateDeviceAuthorization(handheld, { scope: 'openid' });
        const waits = client.pollDeviceAuthorizationGrant(handheld, device);
        await page('/devices/answer', { code: device.user_code, let_in: true });
        const byDevice = await waits;
        const other = await client.initiateDeviceAuthorization(handheld, { scope: 'openid' });
        await page('/devices/answer', { code: other.user_code, let_in: false });
        // Another browser: one that is signed in and signs in again ends its former session.
        const signedIn = await fetch(`${ISSUER}/api/v1/sessions`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ email: 'maren@alderwend.example', password: 'heron weir lantern' }) });
        const session = /__Host-kennel-pages=([\w-]+)/.exec(signedIn.headers.get('set-cookie'))[1];
        const exchanged = await client.genericGrantRequest(config, 'urn:ietf:params:oauth:grant-type:token-exchange', { subject_token: session, subject_token_type: 'urn:kennel:token-type:session', scope: 'openid email' });
        const exchangedPerson = await client.fetchUserInfo(config, exchanged.access_token, client.skipSubjectCheck);
        const DPoP = client.getDPoPHandle(config, await client.randomDPoPKeyPair());
        const again = { code_challenge: await client.calculatePKCECodeChallenge(verifier), code_challenge_method: 'S256' };
        const bound = await client.authorizationCodeGrant(config, await browse(client.buildAuthorizationUrl(config, { redirect_uri: BACK, scope: 'openid email', ...again, state })), { pkceCodeVerifier: verifier, expectedState: state }, undefined, { DPoP });
        const boundPerson = await client.fetchUserInfo(config, bound.access_token, bound.claims().sub, { DPoP });
        const denied = await client.pollDeviceAuthorizationGrant(handheld, other).catch((error) => error.error);
        const out = client.buildEndSessionUrl(config, { id_token_hint: tokens.id_token, post_logout_redirect_uri: 'https://gaugebook.alderwend.example/' });
        const left = await fetch(out, { redirect: 'manual' });
        console.log(JSON.stringify({ code: person.email, refreshed: renewed.access_token !== tokens.access_token, introspected, revoked, own: own.access_token !== undefined, device: byDevice.access_token !== undefined, denied, exchanged: exchangedPerson.email, dpop: bound.token_type === 'dpop' && boundPerson.email, out: left.headers.get('location').startsWith('/a/gaugebook/leave#') }));
        JS;
}
