<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Tests\Support\ArrayMemory;

/** That a text is signed is found out once; whether it counts, each time. */
final class RememberedSignatureTest extends TokenTestCase
{
    private ArrayMemory $memory;

    protected function setUp(): void
    {
        parent::setUp();
        $this->memory = new ArrayMemory;
        $this->app->instance(SharedMemory::class, $this->memory);
        $this->app->forgetScopedInstances();
    }

    public function test_it_is_remembered_of_what_is_signed_alone(): void
    {
        $token = $this->begin();
        self::assertSame([], $this->remembered());
        self::assertTrue($this->isActive($token));
        self::assertCount(1, $this->remembered());
        self::assertStringNotContainsString($token, json_encode($this->memory->kept, JSON_THROW_ON_ERROR), 'its digest, and not the token');

        [$header, $claims, $signature] = explode('.', $token);
        $forged = (string) json_encode(['sub' => 'somebody else'] + self::claims($token));
        foreach (["{$header}.{$claims}.".strrev($signature), "{$header}.".rtrim(strtr(base64_encode($forged), '+/', '-_'), '=').".{$signature}"] as $other) {
            self::assertFalse($this->isActive($other));
            self::assertFalse($this->isActive($other), 'the second time as well');
        }
        self::assertCount(1, $this->remembered());
    }

    public function test_a_key_that_is_withdrawn_takes_what_is_remembered_along(): void
    {
        $token = $this->begin();
        self::assertTrue($this->isActive($token));
        $keys = $this->app->make(SigningKeys::class);
        $keys->withdraw($keys->all()[0]->id, 'It got out', Actor::system());
        $this->app->forgetScopedInstances();
        self::assertFalse($this->isActive($token));
    }

    public function test_what_is_given_back_counts_no_more(): void
    {
        $token = $this->begin();
        self::assertTrue($this->isActive($token));
        $this->send('/oauth/revoke', ['token' => $token, 'client_id' => 'gaugebook', 'client_secret' => $this->secret])->assertOk();
        self::assertFalse($this->isActive($token));
    }

    public function test_one_that_lapses_is_remembered_in_vain(): void
    {
        $token = $this->begin();
        self::assertTrue($this->isActive($token));
        $this->clock->move('+1 hour');
        self::assertFalse($this->isActive($token));
    }

    /** Anybody can ask under any name. */
    public function test_an_app_is_kept_by_itself_and_one_that_is_not_there_is_not(): void
    {
        $rules = $this->app->make(RulesInForce::class);
        $document = $rules->document();
        $document['sessions']['idle'] = 'PT1H';
        // What ships is kept of nobody; what is published is.
        $this->app->make(Revisions::class)->publish($document, $rules->revision(), 'for the test', Actor::kennel());
        $this->app->forgetScopedInstances();
        $this->begin();
        $of = fn (): array => array_filter(array_keys($this->memory->kept), static fn (string $key): bool => str_contains($key, ':'.Client::class.':'));
        $kept = $of();
        foreach (['nobody', 'nobody else'] as $name) {
            self::assertNull($this->app->make(FindClient::class)($name));
        }
        self::assertSame($kept, $of());
        self::assertSame(['gaugebook'], array_values(array_map(static fn (string $key): string => substr((string) strrchr($key, ':'), 1), $kept)));
    }

    /** Figures are nobody's answer. */
    public function test_what_fails_to_be_counted_takes_no_token_away(): void
    {
        $this->holder();
        $this->signIn();
        $code = $this->code();
        DB::statement('DROP TABLE token_tallies');
        self::assertIsString($this->token($this->exchange($code))->assertOk()->json('access_token'));
    }

    /** @return string a signed access token */
    private function begin(): string
    {
        $this->holder(role: 'reviewer');
        $this->signIn();

        return (string) $this->letIn(['scope' => 'openid roles'])['access_token'];
    }

    /** @return list<string> */
    private function remembered(): array
    {
        return array_values(array_filter(array_keys($this->memory->kept), static fn (string $key): bool => str_starts_with($key, 'signed:')));
    }
}
