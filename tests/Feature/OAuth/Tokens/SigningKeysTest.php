<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\OAuth\SigningKeys\SigningKey;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;

/** Keys as they are kept: made once, withdrawn for good. */
final class SigningKeysTest extends TokenTestCase
{
    private function keys(): SigningKeys
    {
        $this->app->forgetScopedInstances();

        return $this->app->make(SigningKeys::class);
    }

    public function test_two_that_find_none_at_the_same_moment_make_one(): void
    {
        [$one, $other] = [$this->keys(), $this->keys()];
        // Both have looked.
        self::assertSame([[], []], [$one->all(), $other->all()]);
        $signed = [$one->sign(['a' => 1], SigningAlgorithm::EdDsa, 'JWT'), $other->sign(['a' => 1], SigningAlgorithm::EdDsa, 'JWT')];
        self::assertCount(1, array_unique($signed), 'by the same key');
        self::assertSame(1, SigningKey::query()->count());
    }

    public function test_what_follows_a_key_that_is_withdrawn_is_new_or_next_and_never_former(): void
    {
        $this->keys()->sign([], SigningAlgorithm::EdDsa, 'JWT');
        $former = $this->keys()->all()[0]->id;
        $this->keys()->rotate(SigningAlgorithm::EdDsa, Actor::system());
        $this->clock->move('+3 days');
        self::assertCount(1, $this->keys()->published());
        $current = $this->keys()->all()[1]->id;
        $this->keys()->withdraw($current, 'It got out', Actor::system());
        $ids = array_column($this->keys()->published(), 'kid');
        self::assertCount(1, $ids);
        self::assertNotContains($former, $ids);
        self::assertNotContains($current, $ids);
        self::assertSame('', SigningKey::query()->where('id', $current)->value('sealed'));
    }

    /** As Kennel is on its first day. */
    public function test_where_no_app_comes_to_tokens_there_are_no_keys(): void
    {
        config(['rules.clients' => []]);
        $this->app->forgetScopedInstances();
        self::assertSame(0, $this->keys()->takeTurns());
        self::assertSame([], $this->keys()->published());
        $this->operatorWith('kennel:rules.read');
        $this->ask('/signing-keys')->assertOk()->assertJson(['items' => [], 'users' => []]);
        $this->send('/oauth/jwks', method: 'GET')->assertOk()->assertExactJson(['keys' => []]);
        $this->send('/oauth/token', ['grant_type' => 'client_credentials', 'client_id' => 'gaugebook', 'client_secret' => $this->secret])->assertUnauthorized();
    }

    public function test_what_fails_to_be_signed_uses_up_no_code(): void
    {
        $this->holder();
        $this->signIn();
        $code = $this->code();
        $this->token([...$this->exchange($code), 'code_verifier' => str_repeat('y', 50)])->assertStatus(400);
        self::assertSame(0, SigningKey::query()->count(), 'nothing was signed');

        $real = $this->app->make(Encrypter::class);
        $this->app->instance(Encrypter::class, $this->createConfiguredStub(Encrypter::class, ['decrypt' => null]));
        $this->withoutExceptionHandling();
        try {
            $this->token($this->exchange($code));
            self::fail('It was signed.');
        } catch (\DomainException|\RuntimeException) {
            // As it was meant: the key cannot be opened.
        }
        $this->withExceptionHandling();
        $this->app->instance(Encrypter::class, $real);
        $this->token($this->exchange($code))->assertOk();
    }
}
