<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn\Providers;

use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\Tests\Feature\Credentials\Factors\FactorTestCase;
use Kennel\Tests\Support\SoftProvider;

/** What an identity provider's word is not enough for: operators, the console, and recent authentication. */
final class ProviderPowerTest extends FactorTestCase
{
    private SoftProvider $college;

    /** @var array<string, mixed> what the next ID token says */
    private array $says = ['email' => 'maren@alderwend.example', 'sub' => 'attacker-1'];

    private string $nonce = '';

    private const PROVIDER = ['key' => 'riverside', 'name' => 'Riverside College', 'issuer' => SoftProvider::ISSUER, 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->college = new SoftProvider;
        config(['rules.providers' => [self::PROVIDER], 'rules.apps.0.providers' => ['riverside']]);
        $http = $this->app->make(Factory::class);
        $this->app->instance(Factory::class, $http);
        $http->preventStrayRequests()->fake(fn (Request $request) => match ((string) parse_url($request->url(), PHP_URL_PATH)) {
            '/.well-known/openid-configuration' => $http->response($this->college->metadata()),
            '/keys' => $http->response($this->college->keys()),
            default => $http->response(['token_type' => 'Bearer', 'access_token' => 'x', 'id_token' => $this->college->idToken($this->nonce, $this->clock->now(), $this->says)]),
        });
    }

    private function come(string $surface = 'pages'): TestResponse
    {
        $address = (string) $this->knock('POST', '/signins/provider', ['app' => 'gaugebook', 'provider' => 'riverside'], surface: $surface)->assertOk()->json('address');
        parse_str((string) parse_url($address, PHP_URL_QUERY), $query);
        $this->nonce = (string) $query['nonce'];

        return $this->knock('POST', '/signins/provider/finish', ['state' => (string) $query['state'], 'code' => 'abc', 'iss' => SoftProvider::ISSUER], surface: $surface);
    }

    public function test_an_operator_is_never_found_by_a_verified_address(): void
    {
        $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        foreach (['console', 'pages'] as $surface) {
            $this->come($surface)->assertStatus(202)->assertJsonPath('needs', 'link');
            $this->knock('GET', '/session', surface: $surface)->assertUnauthorized();
        }
        self::assertSame(0, DB::table('provider_links')->count());
    }

    public function test_an_operator_who_never_signed_in_is_not_taken_over(): void
    {
        $holder = $this->holder('new@alderwend.example', 'New', proven: false, role: 'support-desk');
        $this->says = ['email' => 'new@alderwend.example', 'sub' => 'attacker-2'];
        $this->come()->assertStatus(202);
        self::assertNull(DB::table('accounts')->where('id', $holder->id)->value('email_proven_at'));
    }

    public function test_a_link_the_provider_made_opens_nothing_once_its_account_became_an_operator(): void
    {
        $tam = $this->holder();
        $this->says = ['email' => 'tam@post.example', 'sub' => 'tam'];
        $this->come()->assertCreated();
        $this->knock('DELETE', '/session')->assertNoContent();
        $this->app->make(Assignments::class)->assign($tam->id, 'support-desk', 'the test', 'needed');
        $this->come()->assertStatus(202);
        $this->come('console')->assertStatus(202);
    }

    public function test_the_console_takes_a_link_the_holder_made_and_no_other(): void
    {
        $maren = $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $offer = (string) $this->come('console')->assertStatus(202)->json('token');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $this->knock('POST', '/account/providers/offers', ['token' => $offer], surface: 'console')->assertNoContent();
        $this->knock('DELETE', '/session', surface: 'console')->assertNoContent();
        $this->come('console')->assertCreated();
        $this->knock('GET', '/session', surface: 'console')->assertOk()->assertJsonPath('account.id', $maren->id);
    }

    public function test_a_providers_word_is_no_recent_authentication(): void
    {
        $this->holder();
        $this->says = ['email' => 'tam@post.example', 'sub' => 'tam'];
        $this->come()->assertCreated();
        $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertForbidden()->assertJsonPath('code', 'session.proof_required');
        $this->knock('POST', '/session/proof', ['password' => self::PASSWORD])->assertNoContent();
        $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertCreated();
    }

    public function test_an_offer_is_accepted_by_a_session_that_began_after_it_alone(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->clock->move('+2 minutes');
        $this->says = ['email' => 'rc-1200@riverside.example', 'email_verified' => false, 'sub' => 'rc-1200'];
        $token = (string) $this->come()->assertStatus(202)->json('token');
        $this->knock('POST', '/account/providers/offers', ['token' => $token])->assertForbidden()->assertJsonPath('code', 'session.proof_required');
        self::assertSame(0, DB::table('provider_links')->count());
        // The refused answer did not use it up: the page asks for the password, and then it counts.
        $this->knock('POST', '/session/proof', ['password' => self::PASSWORD])->assertNoContent();
        $this->knock('POST', '/account/providers/offers', ['token' => $token])->assertNoContent();
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function widenings(): iterable
    {
        yield 'a provider' => [['providers' => [self::PROVIDER, ['key' => 'evil', 'issuer' => 'https://evil.example'] + self::PROVIDER]], 'providers.evil'];
        yield 'its issuer' => [['providers' => [['issuer' => 'https://evil.example'] + self::PROVIDER]], 'providers.riverside'];
        yield 'what it calls us' => [['providers' => [['client_id' => 'another'] + self::PROVIDER]], 'providers.riverside'];
        yield 'an app that offers it' => [['apps' => 1], 'apps.kitloft.providers'];
    }

    /** @param  array<string, mixed>  $change */
    #[\PHPUnit\Framework\Attributes\DataProvider('widenings')]
    public function test_to_trust_a_provider_more_takes_authority_over_accounts(array $change, string $path): void
    {
        $this->publisher();
        $draft = $this->knock('GET', '/rules/draft', surface: 'console')->assertOk();
        $document = (array) $draft->json('document');
        if (isset($change['providers'])) {
            $document['providers'] = $change['providers'];
        } else {
            $index = (int) array_search('kitloft', array_column((array) $document['apps'], 'key'), true);
            $document['apps'][$index]['providers'] = ['riverside'];
        }
        $put = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        self::assertContains($path, array_column((array) $put->json('blockers'), 'field'), 'the review says so');
        $review = $this->knock('POST', '/rules/draft/review', headers: ['If-Match' => (string) $put->headers->get('ETag')], surface: 'console')->assertOk();
        $publish = fn (): TestResponse => $this->knock('POST', '/rules/draft/publish', ['reason' => 'as it was asked'], ['If-Match' => (string) $review->headers->get('ETag')], 'console');
        $publish()->assertStatus(422)->assertJsonFragment(['code' => 'rules.provider_trust', 'field' => $path]);
        DB::table('role_permissions')->insert(['role_key' => 'helpdesk', 'permission' => 'kennel:accounts.manage']);
        $publish()->assertCreated();
    }

    public function test_other_rules_are_published_without_it(): void
    {
        $this->publisher();
        $draft = $this->knock('GET', '/rules/draft', surface: 'console')->assertOk();
        $document = (array) $draft->json('document');
        $document['password']['minimum'] = 14;
        $put = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk()->assertJsonPath('blockers', []);
        $review = $this->knock('POST', '/rules/draft/review', headers: ['If-Match' => (string) $put->headers->get('ETag')], surface: 'console')->assertOk();
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'longer ones'], ['If-Match' => (string) $review->headers->get('ETag')], 'console')->assertCreated();
    }

    /** Signed in as somebody who may publish rules and nothing else. */
    private function publisher(): void
    {
        $this->operatorWith('kennel:console', 'kennel:rules.read', 'kennel:rules.manage');
    }
}
