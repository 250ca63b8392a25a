<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn\Providers;

use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Outgoing\Resolver;
use Kennel\Tests\Feature\Credentials\Factors\FactorTestCase;
use Kennel\Tests\Support\FixedResolver;
use Kennel\Tests\Support\SoftProvider;

/** Signing in by an outside provider: whose account it is, what is not taken, linking and unlinking. */
final class ProviderSigninTest extends FactorTestCase
{
    private SoftProvider $college;

    /** @var array<string, mixed> what the next ID token says */
    private array $says = [];

    private string $nonce = '';

    private string $challenge = '';

    /** @var list<string> paths */
    private array $asked = [];

    /** @var list<string> */
    private array $hosts = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->college = new SoftProvider;
        $provider = ['key' => 'riverside', 'name' => 'Riverside College', 'issuer' => SoftProvider::ISSUER, 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted'];
        config(['rules.providers' => [$provider], 'rules.apps.0.providers' => ['riverside']]);
        $http = $this->app->make(Factory::class);
        $this->app->instance(Factory::class, $http);
        $http->preventStrayRequests()->fake(function (Request $request) use ($http) {
            $this->hosts[] = (string) parse_url($request->url(), PHP_URL_HOST);
            $this->asked[] = $path = (string) parse_url($request->url(), PHP_URL_PATH);
            if ($path === '/token') {
                self::assertSame($this->challenge, rtrim(strtr(base64_encode(hash('sha256', (string) $request['code_verifier'], true)), '+/', '-_'), '='), 'the verifier of this trip');
            }

            return match ($path) {
                '/.well-known/openid-configuration' => $http->response($this->college->metadata()),
                '/keys' => $http->response($this->college->keys()),
                default => $http->response(['token_type' => 'Bearer', 'access_token' => 'x', 'id_token' => $this->college->idToken($this->nonce, $this->clock->now(), $this->says)]),
            };
        });
    }

    /** @return string the state */
    private function leave(string $app = 'gaugebook'): string
    {
        return $this->gone($this->knock('POST', '/signins/provider', ['app' => $app, 'provider' => 'riverside'])->assertOk());
    }

    private function gone(TestResponse $answer): string
    {
        parse_str((string) parse_url((string) $answer->json('address'), PHP_URL_QUERY), $query);
        self::assertSame(['code', 'kennel', 'http://localhost:8080/a/gaugebook/outside', 'openid email profile', 'S256'], [$query['response_type'], $query['client_id'], $query['redirect_uri'], $query['scope'], $query['code_challenge_method']]);
        [$this->nonce, $this->challenge] = [(string) $query['nonce'], (string) $query['code_challenge']];

        return (string) $query['state'];
    }

    /** @param  array<string, mixed>  $more */
    private function comeBack(string $state, array $more = []): TestResponse
    {
        return $this->knock('POST', '/signins/provider/finish', ['state' => $state, 'code' => 'abc', 'iss' => SoftProvider::ISSUER, ...$more]);
    }

    public function test_an_answer_counts_in_the_browser_that_was_sent_alone(): void
    {
        $this->inBrowserOf('a victim')->leave();
        $state = $this->inBrowserOf('an attacker')->leave();
        $this->inBrowserOf('a victim')->comeBack($state)->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
        $this->knock('GET', '/session')->assertUnauthorized();
        $this->inBrowserOf('an attacker')->comeBack($state)->assertCreated();
    }

    public function test_an_account_is_made_of_a_verified_address_and_found_again_by_the_person(): void
    {
        $this->comeBack($this->leave())->assertCreated();
        $session = $this->knock('GET', '/session')->assertOk()->assertJsonPath('account.email', 'ines@riverside.example')->assertJsonPath('account.name', 'Ines Calloway')->assertJsonPath('amr', []);
        self::assertSame('provider', DB::table('accounts')->where('email', 'ines@riverside.example')->value('came_by'));
        $this->knock('DELETE', '/session');
        // The address moves to somebody else at the provider; the person stays who they are.
        $this->says = ['email' => 'another@riverside.example'];
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('account.id', $session->json('account.id'));
        self::assertSame(1, DB::table('provider_links')->count());
        self::assertSame(0, DB::table('provider_trips')->count());
    }

    public function test_an_account_with_the_verified_address_is_found_and_its_holder_told(): void
    {
        $tam = $this->holder();
        $this->says = ['email' => 'TAM@post.example'];
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('account.id', $tam->id);
        self::assertSame(1, DB::table('messages')->where('kind', 'factor_changed')->where('account_id', $tam->id)->count());
        $this->knock('GET', '/account/providers')->assertOk()->assertJsonPath('items.0.provider', 'Riverside College');
    }

    public function test_by_no_other_address_is_anybody_found_or_made(): void
    {
        $tam = $this->holder();
        foreach ([['email' => 'tam@post.example', 'email_verified' => false], ['email' => 'tam@post.example', 'email_verified' => 'true'], ['email' => 'tam@post.example', 'email_verified' => null], ['email' => null], ['email' => 'nobody at all']] as $says) {
            $this->says = $says;
            $this->comeBack($this->leave())->assertStatus(202)->assertJsonPath('needs', 'link')->assertJsonPath('provider', 'Riverside College');
        }
        self::assertSame([0, 1], [DB::table('provider_links')->count(), DB::table('accounts')->count()]);
        $offer = (string) $this->comeBack($this->leave())->json('token');
        $this->knock('POST', '/account/providers/offers', ['token' => $offer])->assertUnauthorized();
        $this->signIn()->assertCreated();
        $this->knock('POST', '/account/providers/offers', ['token' => $offer])->assertNoContent();
        $this->knock('POST', '/account/providers/offers', ['token' => $offer])->assertStatus(422);
        $this->knock('DELETE', '/session');
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('account.id', $tam->id);
    }

    public function test_another_spelling_that_the_rules_take_for_the_same_finds_nobody_and_takes_nothing_over(): void
    {
        config(['rules.addresses.fold_plus_tags' => true]);
        $tam = $this->holder();
        $this->says = ['email' => 'tam+college@post.example'];
        $this->comeBack($this->leave())->assertStatus(202)->assertJsonPath('needs', 'link')->assertJsonPath('address', 'tam+college@post.example');
        DB::table('accounts')->where('id', $tam->id)->update(['status' => 'pending', 'email_proven_at' => null]);
        $this->comeBack($this->leave())->assertStatus(202)->assertJsonPath('needs', 'link');
        self::assertNull(DB::table('accounts')->where('id', $tam->id)->value('email_proven_at'));
    }

    public function test_an_address_of_the_discovery_document_that_leads_inside_is_not_called(): void
    {
        config(['app.env' => 'production', 'app.url' => 'https://accounts.example', 'rules.providers.0.authentication' => 'secret']);
        $this->app->instance(Resolver::class, new FixedResolver(['internal.example' => ['10.0.0.5'], 'mapped.example' => ['::ffff:127.0.0.1']]));
        foreach (['http://127.0.0.1:18260/token', 'http://localhost/token', 'https://127.0.0.1/token', 'https://internal.example/token', 'https://mapped.example/token', 'https://169.254.169.254/token'] as $address) {
            foreach (['token_endpoint', 'jwks_uri', 'authorization_endpoint'] as $which) {
                Cache::flush();
                $this->college->saysOfItself = [$which => $address];
                $this->asked = [];
                $begun = $this->knock('POST', '/signins/provider', ['app' => 'gaugebook', 'provider' => 'riverside']);
                if ($begun->getStatusCode() === 200) {
                    parse_str((string) parse_url((string) $begun->json('address'), PHP_URL_QUERY), $query);
                    [$this->nonce, $this->challenge] = [(string) $query['nonce'], (string) $query['code_challenge']];
                    $this->comeBack((string) $query['state'])->assertStatus($which === 'authorization_endpoint' ? 201 : 503);
                }
                self::assertSame([], array_filter($this->hosts, static fn (string $host): bool => $host !== parse_url(SoftProvider::ISSUER, PHP_URL_HOST)), "{$which} {$address}");
            }
        }
    }

    public function test_plain_http_is_for_a_kennel_on_this_machine_alone(): void
    {
        config(['rules.providers.0.issuer' => 'http://localhost:9', 'app.url' => 'https://accounts.example']);
        $this->knock('POST', '/signins/provider', ['app' => 'gaugebook', 'provider' => 'riverside'])->assertStatus(503);
        self::assertSame([], $this->asked);
    }

    public function test_an_offer_is_of_use_in_the_browser_it_was_made_in_alone(): void
    {
        $this->holder();
        $this->says = ['email_verified' => false];
        $offer = (string) $this->comeBack($this->leave())->json('token');
        $this->inBrowserOf('somebody else')->signIn()->assertCreated();
        $this->knock('POST', '/account/providers/offers', ['token' => $offer])->assertStatus(422);
    }

    public function test_an_account_that_somebody_signed_up_for_and_never_proved_is_taken_over_empty(): void
    {
        $this->holder('mallory@post.example');
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Not Ines', 'email' => 'ines@riverside.example', 'password' => self::PASSWORD, 'fields' => (object) []]);
        DB::table('accounts')->where('email', 'ines@riverside.example')->update(['status' => 'pending', 'email_proven_at' => null]);
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('DELETE', '/session');
        $this->knock('POST', '/sessions', ['email' => 'ines@riverside.example', 'password' => self::PASSWORD])->assertUnauthorized();
    }

    public function test_where_an_app_admits_nobody_or_the_rule_says_so_no_account_is_made(): void
    {
        config(['rules.apps.0.admission' => 'invited']);
        $this->comeBack($this->leave())->assertStatus(202)->assertJsonPath('needs', 'link');
        config(['rules.apps.0.admission' => 'anyone', 'rules.providers.0.newcomers' => 'linked']);
        $this->comeBack($this->leave())->assertStatus(202);
        config(['rules.signup.refused_domains' => ['riverside.example'], 'rules.providers.0.newcomers' => 'admitted']);
        $this->comeBack($this->leave())->assertStatus(202);
        self::assertSame(0, DB::table('accounts')->count());
    }

    public function test_an_answer_counts_once_in_its_browser_within_ten_minutes(): void
    {
        $state = $this->leave();
        $mine = $this->cookies;
        $this->inBrowserOf('another');
        $this->comeBack($state)->assertStatus(422)->assertJsonPath('code', 'signin.step_over');
        $this->cookies = $mine;
        $this->comeBack($state)->assertCreated();
        $this->comeBack($state)->assertStatus(422);
        $late = $this->leave();
        $this->clock->move('+10 minutes');
        $this->comeBack($late)->assertStatus(422);
        $this->comeBack(str_repeat('A', 43))->assertStatus(422);
        $this->comeBack('nothing')->assertStatus(422);
        self::assertSame(1, DB::table('accounts')->count());
    }

    public function test_a_no_of_the_person_and_of_the_provider_is_told_as_one(): void
    {
        self::assertSame(['provider.declined'], self::codes($this->knock('POST', '/signins/provider/finish', ['state' => $this->leave(), 'error' => 'access_denied', 'iss' => SoftProvider::ISSUER])->assertStatus(422)));
        self::assertSame(['provider.refused'], self::codes($this->knock('POST', '/signins/provider/finish', ['state' => $this->leave(), 'error' => 'server_error'])->assertStatus(422)));
    }

    public function test_an_answer_another_provider_mixed_in_and_a_document_of_another_issuer_are_not_taken(): void
    {
        $this->comeBack($this->leave(), ['iss' => 'https://id.evil.example'])->assertStatus(503)->assertJsonPath('code', 'provider.unavailable');
        $this->knock('POST', '/signins/provider/finish', ['state' => $this->leave(), 'code' => 'abc'])->assertStatus(503);
        self::assertNotContains('/token', $this->asked);
        $this->app->make('cache')->flush();
        $this->college->saysOfItself = ['issuer' => 'https://id.evil.example'];
        $this->knock('POST', '/signins/provider', ['app' => 'gaugebook', 'provider' => 'riverside'])->assertStatus(503);
        self::assertSame(0, DB::table('accounts')->count());
    }

    public function test_keys_that_were_changed_are_read_again_and_not_at_every_token_somebody_makes(): void
    {
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('DELETE', '/session');
        $this->college->changeKey('two');
        $this->comeBack($this->leave())->assertCreated();
        $before = count(array_keys($this->asked, '/keys', true));
        $this->college->kid = 'a made-up one';
        $this->asked = [];
        for ($try = 0; $try < 5; $try++) {
            $this->says = ['sub' => "somebody {$try}"];
            $this->comeBack($this->leave())->assertStatus(503);
        }
        self::assertSame(2, $before);
        self::assertNotContains('/keys', $this->asked);
    }

    public function test_a_holder_links_and_unlinks_and_the_last_way_in_stays(): void
    {
        $tam = $this->holder();
        $this->signIn()->assertCreated();
        $this->says = ['email' => 'tam.at.college@riverside.example'];
        $state = $this->gone($this->knock('POST', '/account/providers', ['app' => 'gaugebook', 'provider' => 'riverside'])->assertOk());
        $this->comeBack($state)->assertNoContent();
        $id = $this->knock('GET', '/account/providers')->assertJsonPath('items.0.address', 'tam.at.college@riverside.example')->json('items.0.id');
        $this->knock('DELETE', "/account/providers/{$id}")->assertNoContent();

        // Whoever came by the provider knows no password.
        $this->knock('DELETE', '/session');
        config(['rules.apps.0.ways' => ['password']]);
        $this->comeBack($this->leave())->assertCreated();
        $id = $this->knock('GET', '/account/providers')->json('items.0.id');
        $this->knock('DELETE', "/account/providers/{$id}")->assertForbidden()->assertJsonPath('code', 'session.proof_required');
        DB::table('sessions')->whereNull('ended_at')->update(['proven_by' => 'passkey']);
        $this->knock('DELETE', "/account/providers/{$id}")->assertConflict()->assertJsonPath('code', 'provider.last_way');
        config(['rules.apps.0.ways' => ['password', 'mail']]);
        $this->knock('DELETE', "/account/providers/{$id}")->assertNoContent();
        self::assertSame(2, DB::table('audit_events')->where('event', 'account.provider_unlinked')->count());
        self::assertNotSame($tam->id, $this->knock('GET', '/session')->json('account.id'));
    }

    public function test_a_person_is_linked_to_one_account(): void
    {
        $this->comeBack($this->leave())->assertCreated();
        $this->knock('DELETE', '/session');
        $this->holder();
        $this->signIn()->assertCreated();
        $this->comeBack($this->gone($this->knock('POST', '/account/providers', ['app' => 'gaugebook', 'provider' => 'riverside'])))->assertConflict()->assertJsonPath('code', 'provider.linked_elsewhere');
    }

    public function test_a_link_that_was_begun_ends_with_the_session_it_was_begun_in(): void
    {
        $this->holder();
        $this->signIn();
        $state = $this->gone($this->knock('POST', '/account/providers', ['app' => 'gaugebook', 'provider' => 'riverside']));
        $this->knock('DELETE', '/session');
        $this->comeBack($state)->assertStatus(422);
        self::assertSame(0, DB::table('provider_links')->count());
    }

    public function test_a_second_factor_is_asked_for_as_after_any_other_way_and_the_suspended_stay_out(): void
    {
        $tam = $this->enrolled();
        $this->says = ['email' => 'tam@post.example'];
        $step = $this->comeBack($this->leave())->assertStatus(202)->assertJsonPath('needs', 'second_factor');
        $this->show((string) $step->json('token'), $this->code())->assertCreated();
        $this->knock('DELETE', '/session');
        DB::table('accounts')->where('id', $tam->id)->update(['status' => 'suspended']);
        $this->comeBack($this->leave())->assertForbidden()->assertJsonPath('code', 'provider.no_way_in');
    }

    public function test_a_secret_is_shown_to_the_provider_and_to_nobody_else(): void
    {
        $keeper = $this->keeper();
        $this->signIn($keeper->email, 'console')->assertCreated();
        config(['rules.providers.0.authentication' => 'secret']);
        $this->knock('PUT', '/providers/riverside/secret', ['secret' => 'never told again: 7'], [], 'console')->assertNoContent();
        $this->knock('PUT', '/providers/riverside/secret', ['secret' => ''], [], 'console')->assertStatus(422);
        $this->knock('GET', '/providers/secrets', null, [], 'console')->assertOk()->assertJsonPath('items.0.provider', 'riverside');
        $this->comeBack($this->leave())->assertCreated();
        $shown = null;
        $this->app->make(Factory::class)->assertSent(static function (Request $request) use (&$shown): bool {
            $shown ??= str_ends_with($request->url(), '/token') ? $request->header('Authorization')[0] ?? null : null;

            return $shown !== null;
        });
        self::assertSame('Basic '.base64_encode('kennel:never%20told%20again%3A%207'), $shown);
        self::assertStringNotContainsString('never told again', (string) json_encode([DB::table('provider_secrets')->get(), DB::table('evidence')->get(), DB::table('audit_events')->get()]));
    }
}
