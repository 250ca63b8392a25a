<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Kennel\App\Credentials\Http\RequireFreshProof;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** What hands out power asks for a password that was typed not long ago. */
final class ProofTest extends DoorTestCase
{
    private const DOORS = [
        'api/v1/account/factors/authenticators',
        'api/v1/account/factors/authenticators/{id}',
        'api/v1/account/factors/passkeys/options',
        'api/v1/account/factors/passkeys/{id}',
        'api/v1/account/factors/phones',
        'api/v1/account/factors/phones/{id}',
        'api/v1/account/factors/recovery-codes',
        'api/v1/account/providers',
        'api/v1/account/providers/{id}',
        'api/v1/accounts',
        'api/v1/accounts/{id}',
        'api/v1/accounts/{id}/factors/reset',
        'api/v1/accounts/{id}/roles/{key}',
        'api/v1/accounts/{id}/roles/{key}',
        'api/v1/accounts/{id}/temporary-password',
        'api/v1/accounts/{id}/verify',
        'api/v1/accounts/{id}/waive',
        'api/v1/apps/{key}/secrets',
        'api/v1/bulk-acts/{id}/begin',
        'api/v1/exclusions/{key}',
        'api/v1/exclusions/{key}',
        'api/v1/exports',
        'api/v1/imports/{id}/begin',
        'api/v1/invitations',
        'api/v1/passwords/wrapping',
        'api/v1/providers/{key}/secret',
        'api/v1/roles',
        'api/v1/roles/{key}',
        'api/v1/roles/{key}',
        'api/v1/rules/draft/publish',
        'api/v1/signing-keys',
        'api/v1/signing-keys/{kid}/withdraw',
    ];

    public function test_these_doors_and_no_others(): void
    {
        $doors = array_filter(Route::getRoutes()->getRoutes(), static fn ($route): bool => in_array(RequireFreshProof::class, $route->gatherMiddleware(), true));
        $named = array_map(static fn ($route): string => $route->uri(), $doors);
        sort($named);
        self::assertSame(self::DOORS, $named);
    }

    public function test_ten_minutes_after_the_password_it_is_asked_for_again(): void
    {
        $this->keeper();
        $account = $this->holder();
        $set = fn () => $this->knock('POST', "/accounts/{$account->id}/temporary-password", ['reason' => 'x'], ['If-Match' => '*'], 'console');
        $this->clock->move('+9 minutes 59 seconds');
        $set()->assertCreated();
        $this->clock->move('+1 second');
        $set()->assertStatus(403)->assertJsonPath('code', 'session.proof_required');
        $this->knock('POST', '/session/proof', ['password' => 'not this one'], surface: 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.current_wrong');
        $set()->assertStatus(403);
        $this->knock('POST', '/session/proof', ['password' => self::PASSWORD], surface: 'console')->assertNoContent();
        $set()->assertCreated();
        self::assertSame(1, DB::table('audit_events')->where('event', 'session.password_confirmed')->count());
        self::assertStringNotContainsString(self::PASSWORD, json_encode([DB::table('evidence')->get(), Trail::of()], JSON_THROW_ON_ERROR));
    }

    public function test_how_long_is_a_rule_and_reading_needs_none(): void
    {
        $this->keeper();
        config(['rules.sessions.proof_for' => 'PT1H']);
        $this->clock->move('+59 minutes');
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(422);
        $this->clock->move('+1 minute');
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(403);
        $this->ask('/rules/draft')->assertOk();
    }

    public function test_guessing_it_is_braked_like_signing_in(): void
    {
        $this->keeper();
        config(['rules.throttles.signins_of_account.free' => 2]);
        $codes = array_map(fn (): int => $this->knock('POST', '/session/proof', ['password' => 'x'], surface: 'console')->getStatusCode(), range(1, 4));
        self::assertSame([422, 422, 422, 429], $codes);
        // With a count of its own: who guesses outside holds nobody back who is in, nor the other way round.
        $this->forgetCookies();
        $this->signIn('maren@alderwend.example')->assertCreated();
    }

    public function test_so_is_guessing_it_before_an_open_session(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        config(['rules.throttles.signins_of_account.free' => 2]);
        $change = fn (string $current): int => $this->knock('PUT', '/account/password', ['current' => $current, 'password' => 'seven grey herons wait'])->getStatusCode();
        self::assertSame([422, 422, 422, 429], array_map($change, ['a', 'b', 'c', 'd']));
        self::assertSame(429, $this->knock('PATCH', '/account', ['current' => self::PASSWORD, 'password' => 'seven grey herons wait'], ['If-Match' => '*'])->getStatusCode());
        $this->travel(2)->seconds();
        self::assertSame(204, $change(self::PASSWORD));
    }

    public function test_a_proof_gives_the_session_another_token_and_the_former_one_a_moment(): void
    {
        $this->holder();
        $this->signIn(keep: true)->assertCreated();
        $former = $this->cookies();
        $this->knock('POST', '/session/proof', ['password' => 'wrong'])->assertStatus(422);
        self::assertSame($former, $this->cookies());
        $proven = $this->knock('POST', '/session/proof', ['password' => self::PASSWORD])->assertNoContent();
        self::assertNotSame($former, $this->cookies());
        self::assertGreaterThan(0, $proven->headers->getCookies()[0]->getExpiresTime(), 'it is kept as long as before');
        $this->clock->move('+9 seconds');
        $this->knock('GET', '/session', cookies: $former)->assertOk();
        $this->clock->move('+1 second');
        $this->knock('GET', '/session', cookies: $former)->assertUnauthorized();
        $this->knock('GET', '/session')->assertOk();
    }
}
