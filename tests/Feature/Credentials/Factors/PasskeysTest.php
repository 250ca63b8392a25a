<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\CoseKey;
use Kennel\Tests\Support\SoftAuthenticator;
use PHPUnit\Framework\Attributes\TestWith;

final class PasskeysTest extends FactorTestCase
{
    private SoftAuthenticator $key;

    protected function setUp(): void
    {
        parent::setUp();
        $this->key = new SoftAuthenticator;
    }

    private static function challenge(TestResponse $options): string
    {
        return Base64Url::read($options->assertOk()->json('challenge'), 'challenge');
    }

    /** @return list<string>|null the sheet */
    private function add(string $name = 'My phone'): ?array
    {
        $options = $this->knock('POST', '/account/factors/passkeys/options');
        $this->key->userHandle = $options->json('user.id');

        return $this->knock('POST', '/account/factors/passkeys', ['name' => $name, 'response' => $this->key->create(self::challenge($options))])->assertCreated()->json('recovery_codes');
    }

    private function withPasskey(): string
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $this->sheet = $this->add() ?? [];
        $this->knock('DELETE', '/session')->assertNoContent();

        return $account->id;
    }

    /** @param  array<string, mixed>  $client */
    private function byPasskey(array $client = []): TestResponse
    {
        $challenge = self::challenge($this->knock('POST', '/signins/passkey/options', []));

        return $this->knock('POST', '/signins/passkey', ['response' => $this->key->get($challenge, $client)]);
    }

    #[TestWith([CoseKey::ES256])]
    #[TestWith([CoseKey::EDDSA])]
    #[TestWith([CoseKey::RS256])]
    public function test_it_signs_in_by_itself_and_no_second_factor_is_asked_for(int $algorithm): void
    {
        $this->key = new SoftAuthenticator($algorithm);
        $tam = $this->withPasskey();
        self::assertCount(10, $this->sheet);
        $this->byPasskey()->assertCreated();
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('account.id', $tam);
        self::assertSame(['passkey', null], array_values((array) DB::table('sessions')->whereNull('ended_at')->first(['proven_by', 'second_factor'])));
        $this->knock('GET', '/account/factors')->assertOk()->assertJsonPath('passkeys.0.name', 'My phone')->assertJsonPath('passkeys.0.is_copied', false)->assertJsonMissingPath('passkeys.0.public_key');
    }

    public function test_it_is_asked_for_after_a_password_and_a_recovery_code_stands_in(): void
    {
        $this->withPasskey();
        $first = $this->signIn()->assertStatus(202)->assertJsonPath('has_passkey', true)->assertJsonPath('has_app', false);
        $token = (string) $first->json('token');
        $options = $this->knock('POST', '/sessions/second-factor/options', ['token' => $token]);
        self::assertSame([Base64Url::write($this->key->id)], array_column($options->json('allowCredentials'), 'id'));
        // Its holder need not be verified by it: the password was the other factor.
        $this->key->flags = 0x01;
        $this->knock('POST', '/sessions/second-factor', ['token' => $token, 'passkey' => $this->key->get(self::challenge($options))])->assertCreated();
        self::assertSame('passkey', DB::table('sessions')->whereNull('ended_at')->value('second_factor'));
        $this->inBrowserOf('another')->show($this->firstStep(), $this->sheet[0])->assertCreated();
    }

    public function test_an_answer_counts_once(): void
    {
        $this->withPasskey();
        $challenge = self::challenge($this->knock('POST', '/signins/passkey/options', []));
        $answer = ['response' => $this->key->get($challenge)];
        $this->knock('POST', '/signins/passkey', $answer)->assertCreated();
        $this->inBrowserOf('who listened')->knock('POST', '/signins/passkey', $answer)->assertStatus(422)->assertJsonPath('code', 'signin.passkey_refused');
    }

    public function test_every_lie_gets_one_answer(): void
    {
        $this->withPasskey();
        $answers = [];
        $answers[] = $this->byPasskey(['origin' => 'https://localhost']);
        $answers[] = $this->byPasskey(['challenge' => Base64Url::write(str_repeat('x', 32))]);
        $this->key->flags = 0x01;
        $answers[] = $this->byPasskey();
        $this->key->flags = 0x05;
        foreach ([null, Base64Url::write(str_repeat('x', 16))] as $somebody) {
            [$this->key->userHandle, $own] = [$somebody, $this->key->userHandle];
            $answers[] = $this->byPasskey();
            $this->key->userHandle = $own;
        }
        $this->key->rpId = 'evil.example';
        $answers[] = $this->byPasskey();
        $this->key = new SoftAuthenticator;
        $answers[] = $this->byPasskey();
        $answers[] = $this->knock('POST', '/signins/passkey', ['response' => ['type' => 'public-key']]);
        foreach ($answers as $answer) {
            $answer->assertStatus(422)->assertJsonPath('code', 'signin.passkey_refused');
        }
        self::assertCount(1, array_unique(array_map(static fn (TestResponse $one): string => (string) json_encode([$one->json('code'), $one->json('reasons')]), $answers)));
        self::assertSame(0, DB::table('sessions')->whereNull('ended_at')->count());
    }

    public function test_a_challenge_lasts_five_minutes_and_is_of_its_own_ceremony_and_account(): void
    {
        $this->withPasskey();
        $old = self::challenge($this->knock('POST', '/signins/passkey/options', []));
        $this->clock->move('+5 minutes');
        $this->knock('POST', '/signins/passkey', ['response' => $this->key->get($old)])->assertStatus(422);
        $token = $this->firstStep();
        $second = self::challenge($this->knock('POST', '/sessions/second-factor/options', ['token' => $token]));
        $this->knock('POST', '/signins/passkey', ['response' => $this->key->get($second)])->assertStatus(422);
        $first = self::challenge($this->knock('POST', '/signins/passkey/options', []));
        $this->knock('POST', '/sessions/second-factor', ['token' => $token, 'passkey' => $this->key->get($first)])->assertStatus(422);
        // Another holder's key, for this holder's second step.
        $mine = $this->key;
        $this->holder('ines@post.example', 'Ines Halvorsen');
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        $this->key = new SoftAuthenticator;
        $this->add('Ines’s');
        $asked = self::challenge($this->knock('POST', '/sessions/second-factor/options', ['token' => $this->inBrowserOf('tam again')->firstStep()]));
        $this->knock('POST', '/sessions/second-factor', ['token' => $this->firstStep(), 'passkey' => $this->key->get($asked)])->assertStatus(422);
        self::assertNotSame($mine->id, $this->key->id);
    }

    public function test_a_copied_key_is_found_out_by_its_count(): void
    {
        $this->withPasskey();
        foreach ([[5, 201], [6, 201], [6, 422], [3, 422], [7, 201]] as [$count, $status]) {
            $this->key->count = $count;
            self::assertSame($status, $this->byPasskey()->getStatusCode(), (string) $count);
        }
    }

    public function test_of_suspended_and_closed_accounts_it_opens_nothing(): void
    {
        $tam = $this->withPasskey();
        DB::table('accounts')->where('id', $tam)->update(['status' => 'suspended']);
        $this->byPasskey()->assertStatus(422);
    }

    public function test_several_named_and_removed_and_the_last_takes_the_codes_along(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->add();
        $this->knock('POST', '/account/factors/passkeys', ['name' => 'Again', 'response' => $this->key->create(self::challenge($this->knock('POST', '/account/factors/passkeys/options')))])->assertStatus(422);
        $this->key = new SoftAuthenticator(CoseKey::EDDSA);
        self::assertNull($this->add('Key ring'));
        $ids = array_column($this->knock('GET', '/account/factors')->json('passkeys'), 'id');
        $this->knock('DELETE', "/account/factors/passkeys/{$ids[0]}")->assertNoContent();
        self::assertSame(10, DB::table('recovery_codes')->count());
        $this->knock('DELETE', "/account/factors/passkeys/{$ids[1]}")->assertNoContent();
        self::assertSame(0, DB::table('recovery_codes')->count());
        $this->knock('DELETE', "/account/factors/passkeys/{$ids[1]}")->assertNotFound();
        self::assertSame(4, DB::table('messages')->where('kind', 'factor_changed')->count());
    }

    public function test_in_the_place_of_the_password_it_proves_somebody_once_more(): void
    {
        $this->withPasskey();
        $this->byPasskey()->assertCreated();
        $this->clock->move('+1 hour');
        $this->knock('POST', '/account/factors/recovery-codes')->assertForbidden()->assertJsonPath('code', 'session.proof_required');
        $response = $this->key->get(self::challenge($this->knock('POST', '/session/proof/options')));
        // What answers one question answers no other.
        $this->knock('POST', '/signins/passkey', ['response' => $response])->assertStatus(422);
        $before = $this->knock('GET', '/session')->json('auth_time');
        $this->knock('POST', '/session/proof', ['passkey' => $this->key->get(self::challenge($this->knock('POST', '/session/proof/options')))])->assertNoContent();
        self::assertSame($before + 3_600, $this->knock('GET', '/session')->json('auth_time'));
        $this->knock('POST', '/account/factors/recovery-codes')->assertCreated();
        $this->knock('POST', '/session/proof', ['passkey' => (new SoftAuthenticator)->get(self::challenge($this->knock('POST', '/session/proof/options')))])->assertStatus(422)->assertJsonPath('reasons.0.code', 'factor.passkey_refused');
    }
}
