<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\CoseKey;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Credentials\Passkeys\RelyingParty;
use Kennel\Core\Credentials\Passkeys\VerifyPasskey;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\VirtualAuthenticator;
use Kennel\Tests\Support\Node;
use Kennel\Tests\Support\SoftAuthenticator;

/**
 * WebAuthn Level 2 §7.1 and §7.2: what Chromium's virtual authenticator answers, and what is wrong with it, judged by us and by @simplewebauthn/server
 * 14.0.3 of the npm registry (MIT). RFC 8949 appendix A for CBOR.
 */
final class WebauthnTest extends BrowserTestCase
{
    protected const ACCOUNTS = 10;

    private const CHALLENGE = 'thirty-two bytes that nobody used';

    private const JUDGE = <<<'JS'
        import { verifyRegistrationResponse, verifyAuthenticationResponse } from '@simplewebauthn/server';
        output = [];
        for (const one of input) {
          const common = { response: one.response, expectedChallenge: one.challenge, expectedOrigin: one.origin, expectedRPID: one.rpId, requireUserVerification: one.verified };
          try {
            const said = one.key === null
              ? await verifyRegistrationResponse(common)
              : await verifyAuthenticationResponse({ ...common, credential: { id: one.response.id, publicKey: new Uint8Array(Buffer.from(one.key, 'base64')), counter: one.count } });
            output.push(said.verified);
          } catch (error) { output.push(false); }
        }
        JS;

    /** @param  array<string, mixed>  $options */
    private static function ceremony(string $kind, array $options): mixed
    {
        $script = <<<'JS'
            const [kind, options, done] = arguments;
            const parsed = kind === 'create' ? PublicKeyCredential.parseCreationOptionsFromJSON(options) : PublicKeyCredential.parseRequestOptionsFromJSON(options);
            navigator.credentials[kind]({ publicKey: parsed }).then((made) => done(JSON.stringify(made)), (error) => done(JSON.stringify({ error: String(error) })));
            JS;

        return json_decode((string) self::$browser->driver->executeAsyncScript($script, [$kind, $options]), true, flags: JSON_THROW_ON_ERROR);
    }

    /** @return array<string, mixed> */
    private static function creation(int $algorithm, string $user): array
    {
        return [
            'challenge' => Base64Url::write(self::CHALLENGE), 'rp' => ['id' => 'localhost', 'name' => 'Kennel'], 'user' => ['id' => Base64Url::write($user), 'name' => $user, 'displayName' => $user],
            'pubKeyCredParams' => [['type' => 'public-key', 'alg' => $algorithm]], 'authenticatorSelection' => ['residentKey' => 'preferred', 'userVerification' => 'preferred'], 'attestation' => 'none',
        ];
    }

    public function test_what_a_real_browser_answers_is_judged_alike_and_so_is_each_thing_that_is_wrong_with_it(): void
    {
        self::$browser->visit(self::$server->url('/icon.svg'));
        $url = rtrim(self::$server->url(), '/');
        $verify = new VerifyPasskey(RelyingParty::of($url));
        $authenticator = VirtualAuthenticator::plug(self::$browser);
        $asked = [];
        $ours = [];
        foreach ([CoseKey::ES256, CoseKey::EDDSA, CoseKey::RS256] as $algorithm) {
            $made = self::ceremony('create', self::creation($algorithm, "user {$algorithm}"));
            self::assertIsArray($made);
            self::assertArrayNotHasKey('error', $made, json_encode($made, JSON_THROW_ON_ERROR));
            $key = $verify->registration($made, self::CHALLENGE);
            self::assertSame($algorithm, $key->algorithm);
            $used = self::ceremony('get', ['challenge' => Base64Url::write(self::CHALLENGE), 'rpId' => 'localhost', 'userVerification' => 'required', 'allowCredentials' => [['type' => 'public-key', 'id' => $made['id']]]]);
            self::assertIsArray($used);
            self::assertArrayNotHasKey('error', $used, json_encode($used, JSON_THROW_ON_ERROR));
            foreach ([
                ['made' => true], ['challenge' => 'another'], ['origin' => 'http://localhost:1'], ['rpId' => 'example.org'],
            ] as $wrong) {
                foreach ([[$made, null], [$used, $key]] as [$response, $kept]) {
                    $one = ['response' => $response, 'challenge' => Base64Url::write($wrong['challenge'] ?? self::CHALLENGE), 'origin' => $wrong['origin'] ?? $url, 'rpId' => $wrong['rpId'] ?? 'localhost', 'verified' => true, 'key' => $kept === null ? null : base64_encode($kept->key), 'count' => 0];
                    $asked[] = $one;
                    $ours[] = self::accepts(new RelyingParty($one['rpId'], $one['origin']), $one, $kept !== null && $kept->isBackupEligible);
                }
            }
            // The same answer once more, when its count was noted; and one byte of the signature.
            $count = (int) hexdec(bin2hex(substr(Base64Url::read($used['response']['authenticatorData'], ''), 33, 4)));
            self::assertGreaterThan(0, $count);
            $again = ['response' => $used, 'challenge' => Base64Url::write(self::CHALLENGE), 'origin' => $url, 'rpId' => 'localhost', 'verified' => true, 'key' => base64_encode($key->key), 'count' => $count];
            $signature = Base64Url::read($used['response']['signature'], '');
            $forged = array_replace_recursive($again, ['count' => 0, 'response' => ['response' => ['signature' => Base64Url::write(substr_replace($signature, chr(ord($signature[20]) ^ 1), 20, 1))]]]);
            foreach ([$again, $forged] as $one) {
                $asked[] = $one;
                $ours[] = self::accepts(RelyingParty::of($url), $one, $key->isBackupEligible);
            }
        }
        self::assertSame(Node::ask(self::JUDGE, $asked), $ours);
        self::assertSame([6, 24], [count(array_filter($ours)), count(array_filter($ours, static fn (bool $one): bool => ! $one))]);
        $authenticator->unplug();
        // One algorithm at a time is not what browsers advise; here it is what is tested.
        self::$browser->complaints();
    }

    public function test_a_holder_who_was_not_verified_is_told_apart_alike(): void
    {
        self::$browser->visit(self::$server->url('/icon.svg'));
        $url = rtrim(self::$server->url(), '/');
        $authenticator = VirtualAuthenticator::plug(self::$browser, verifies: false);
        $made = self::ceremony('create', self::creation(CoseKey::ES256, 'somebody'));
        self::assertIsArray($made);
        $key = (new VerifyPasskey(RelyingParty::of($url)))->registration($made, self::CHALLENGE);
        $used = self::ceremony('get', ['challenge' => Base64Url::write(self::CHALLENGE), 'rpId' => 'localhost', 'userVerification' => 'preferred', 'allowCredentials' => [['type' => 'public-key', 'id' => $made['id']]]]);
        $asked = array_map(static fn (bool $verified): array => ['response' => $used, 'challenge' => Base64Url::write(self::CHALLENGE), 'origin' => $url, 'rpId' => 'localhost', 'verified' => $verified, 'key' => base64_encode($key->key), 'count' => 0], [true, false]);
        $ours = array_map(static fn (array $one): bool => self::accepts(RelyingParty::of($url), $one, $key->isBackupEligible), $asked);
        self::assertSame([false, true], $ours);
        self::assertSame($ours, Node::ask(self::JUDGE, $asked));
        $authenticator->unplug();
        // One algorithm at a time is not what browsers advise; here it is what is tested.
        self::$browser->complaints();
    }

    public function test_our_own_software_authenticator_is_believed_by_the_other_library(): void
    {
        $asked = [];
        foreach ([CoseKey::ES256, CoseKey::EDDSA, CoseKey::RS256] as $algorithm) {
            $soft = new SoftAuthenticator($algorithm);
            $common = ['challenge' => Base64Url::write(self::CHALLENGE), 'origin' => 'http://localhost', 'rpId' => 'localhost', 'verified' => true, 'count' => 0];
            $asked[] = [...$common, 'response' => $soft->create(self::CHALLENGE), 'key' => null];
            $asked[] = [...$common, 'response' => $soft->get(self::CHALLENGE), 'key' => base64_encode($soft->cose)];
        }
        self::assertSame(array_fill(0, 6, true), Node::ask(self::JUDGE, $asked), 'so that what it says in other tests is what authenticators say');
    }

    /** RFC 8949 appendix A: of what we read, and of what we refuse on purpose. */
    public function test_cbor_by_the_examples_of_its_standard(): void
    {
        foreach (['00' => 0, '17' => 23, '1818' => 24, '1903e8' => 1_000, '1a000f4240' => 1_000_000, '1b000000e8d4a51000' => 1_000_000_000_000, '20' => -1, '3863' => -100, '3903e7' => -1_000, 'f4' => false, 'f5' => true, 'f6' => null, '60' => '', '6449455446' => 'IETF', '62c3bc' => "\u{fc}", '80' => [], '83010203' => [1, 2, 3], 'a0' => [], 'a201020304' => [1 => 2, 3 => 4]] as $hex => $value) {
            self::assertSame($value, \Kennel\Core\Credentials\Passkeys\Cbor::whole((string) hex2bin((string) $hex)), (string) $hex);
        }
        foreach (['1bffffffffffffffff', 'f90000', 'fb3ff199999999999a', 'c074323031332d30332d32315432303a30343a30305a', '5f42010243030405ff', '9fff', 'bf61610161629f0203ffff', 'f7', 'f0'] as $hex) {
            try {
                \Kennel\Core\Credentials\Passkeys\Cbor::whole((string) hex2bin($hex));
                self::fail($hex);
            } catch (PasskeyRefused) {
                self::addToAssertionCount(1);
            }
        }
    }

    /** @param  array{response: array<string, mixed>, challenge: string, verified: bool, key: string|null, count: int}  $one */
    private static function accepts(RelyingParty $party, array $one, bool $isBackupEligible): bool
    {
        try {
            $challenge = Base64Url::read($one['challenge'], '');
            $one['key'] === null
                ? (new VerifyPasskey($party))->registration($one['response'], $challenge)
                : (new VerifyPasskey($party))->assertion($one['response'], $challenge, (string) base64_decode($one['key'], true), $one['count'], $isBackupEligible, $one['verified']);

            return true;
        } catch (PasskeyRefused) {
            return false;
        }
    }
}
