<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderRefused;
use Kennel\Core\SignIn\Providers\UnknownKey;
use Kennel\Core\SignIn\Providers\VerifyIdToken;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Node;

/**
 * OpenID Connect Core 1.0 and Discovery 1.0, RFC 7636: the client in front of a provider that is none of ours, oauth2-mock-server 9.3.0 of the npm registry
 * (MIT), over HTTP; and ID tokens and keys made by jose 6.2.18 of the npm registry (MIT).
 */
final class OpenIdTest extends DoorTestCase
{
    private const SERVER = <<<'JS'
        import { OAuth2Server } from 'oauth2-mock-server';
        import { createInterface } from 'node:readline';
        const server = new OAuth2Server();
        await server.issuer.keys.generate('RS256', { kid: 'first' });
        await server.start(0, 'localhost');
        let says = {};
        server.service.on('beforeTokenSigning', (token) => { Object.assign(token.payload, says); });
        console.log(server.issuer.url);
        for await (const line of createInterface({ input: process.stdin })) {
          const asked = JSON.parse(line);
          if (asked.says !== undefined) says = asked.says;
          if (asked.key !== undefined) await server.issuer.keys.generate(asked.alg, { kid: asked.key });
          console.log('done');
        }
        JS;

    /** @var resource */
    private $process;

    /** @var array<int, resource> */
    private array $pipes = [];

    private string $issuer;

    protected function setUp(): void
    {
        parent::setUp();
        // That provider's clock is the machine's.
        $this->clock->set(new \DateTimeImmutable);
        $process = proc_open(['node', '--input-type=module', '-e', self::SERVER], [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $this->pipes, dirname(__DIR__, 2));
        $this->process = $process !== false ? $process : throw new \RuntimeException('Node could not be started.');
        $this->issuer = trim((string) fgets($this->pipes[1]));
        config(['rules.providers' => [['key' => 'other', 'name' => 'Other', 'issuer' => $this->issuer, 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted']], 'rules.apps.0.providers' => ['other']]);
    }

    protected function tearDown(): void
    {
        fclose($this->pipes[0]);
        proc_terminate($this->process);
        proc_close($this->process);
        parent::tearDown();
    }

    /** @param  array<string, mixed>  $what */
    private function tell(array $what): void
    {
        fwrite($this->pipes[0], json_encode($what, JSON_THROW_ON_ERROR)."\n");
        self::assertSame("done\n", fgets($this->pipes[1]));
    }

    /** @return array<string, string> what the provider sends the browser back with */
    private function throughTheProvider(): array
    {
        $address = (string) $this->knock('POST', '/signins/provider', ['app' => 'gaugebook', 'provider' => 'other'])->assertOk()->json('address');
        $handle = curl_init($address);
        curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_FOLLOWLOCATION => false]);
        curl_exec($handle);
        $back = (string) curl_getinfo($handle, CURLINFO_REDIRECT_URL);
        self::assertStringStartsWith('http://localhost:8080/a/gaugebook/outside?', $back);
        parse_str((string) parse_url($back, PHP_URL_QUERY), $answer);

        return array_intersect_key(array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $answer), ['state' => 1, 'code' => 1, 'iss' => 1]);
    }

    public function test_a_provider_that_is_none_of_ours_signs_people_in_and_may_change_its_keys(): void
    {
        $this->tell(['says' => ['sub' => 'p-1', 'email' => 'ines@college.example', 'email_verified' => true, 'name' => 'Ines']]);
        $this->knock('POST', '/signins/provider/finish', $this->throughTheProvider())->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('account.email', 'ines@college.example');
        $this->knock('DELETE', '/session');
        // PKCE is theirs to check: a code with another verifier is worth nothing there.
        $stolen = $this->throughTheProvider();
        \Illuminate\Support\Facades\DB::table('provider_trips')->update(['sealed' => $this->app->make(\Illuminate\Contracts\Encryption\Encrypter::class)->encrypt(str_repeat('x', 43))]);
        $this->knock('POST', '/signins/provider/finish', $stolen)->assertStatus(503);
        $this->tell(['key' => 'second', 'alg' => 'ES256']);
        // It signs with each of its keys in turn.
        for ($turn = 0; $turn < 2; $turn++) {
            $this->knock('POST', '/signins/provider/finish', $this->throughTheProvider())->assertCreated();
            $this->knock('DELETE', '/session');
        }
    }

    public function test_tokens_of_an_independent_library_are_read_as_it_means_them(): void
    {
        $script = <<<'JS'
            import { SignJWT, generateKeyPair, exportJWK } from 'jose';
            output = [];
            for (const alg of ['RS256', 'RS384', 'RS512', 'ES256', 'ES384', 'EdDSA', 'PS256', 'HS256']) {
              const pair = alg === 'HS256' ? null : await generateKeyPair(alg, { extractable: true, crv: alg === 'EdDSA' ? 'Ed25519' : undefined });
              const jwk = pair === null ? { kty: 'oct', k: Buffer.from('a secret that both would have to know').toString('base64url') } : await exportJWK(pair.publicKey);
              const key = pair === null ? Buffer.from('a secret that both would have to know') : pair.privateKey;
              const make = (claims) => new SignJWT({ nonce: 'n', email: 'ines@college.example', email_verified: true, ...claims }).setProtectedHeader({ alg, kid: 'k' }).setIssuer(input.issuer).setAudience('kennel').setSubject('p-1').setIssuedAt(input.now).setExpirationTime(input.now + 300).sign(key);
              output.push({ alg, keys: { keys: [{ ...jwk, kid: 'k', alg, use: 'sig' }] }, without: { keys: [{ ...jwk, kid: 'k' }] }, token: await make({}), other: await make({ nonce: 'm' }) });
            }
            JS;
        $now = new \DateTimeImmutable;
        $provider = new Provider('other', 'Other', 'https://id.example', 'kennel');
        $verify = static function (string $token, array $keys) use ($provider, $now): ?string {
            try {
                return (new VerifyIdToken)($token, $keys, $provider, hash('sha256', 'n'), $now)->subject;
            } catch (ProviderRefused|UnknownKey) {
                return null;
            }
        };
        foreach (Node::ask($script, ['issuer' => 'https://id.example', 'now' => $now->getTimestamp()]) as $one) {
            // PS256 is known to few libraries and asked for by few providers; HS256 would be signed with what everybody knows.
            $taken = in_array($one['alg'], ['PS256', 'HS256'], true) ? null : 'p-1';
            self::assertSame($taken, $verify($one['token'], $one['keys']), $one['alg']);
            self::assertNull($verify($one['other'], $one['keys']), $one['alg']);
            self::assertSame(in_array($one['alg'], ['RS256', 'ES256', 'ES384', 'EdDSA'], true) ? 'p-1' : null, $verify($one['token'], $one['without']), "{$one['alg']}: a key that does not say what it signs with");
        }
    }
}
