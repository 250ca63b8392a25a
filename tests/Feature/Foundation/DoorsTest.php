<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Kennel\App\Credentials\Http\RequireFreshProof;
use Kennel\App\Credentials\Http\RequirePermission;
use Kennel\App\Endpoint;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Http\Kept;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Hostile;
use Kennel\Tests\Support\OpenApi;
use PHPUnit\Framework\Attributes\DataProvider;

/** What holds for every door. */
final class DoorsTest extends DoorTestCase
{
    public function test_every_door_is_described_and_every_description_is_a_door(): void
    {
        $doors = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                if (str_starts_with($route->uri(), 'api/v1/')) {
                    $doors[] = $method.' '.substr($route->uri(), strlen('api/v1'));
                }
            }
        }
        self::assertEqualsCanonicalizing(OpenApi::read()->operations(), $doors);
    }

    public function test_a_stranger_gets_401(): void
    {
        $this->assertRefusedAt(self::guarded(), 401, 'session.required', 'pages');
    }

    public function test_a_holder_without_the_permission_gets_403(): void
    {
        $this->holder();
        $this->signIn(surface: 'console')->assertCreated();
        $this->assertRefusedAt(self::operators(), 403, 'permission.missing', 'console');
    }

    public function test_on_the_pages_there_are_no_operators(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->assertRefusedAt(self::operators(), 401, 'session.required', 'pages');
    }

    /** A route that lost its middleware: whoever reads or changes the rows asks again. */
    public function test_without_the_guard_at_the_door_the_rows_are_guarded_all_the_same(): void
    {
        $this->holder();
        $this->signIn(surface: 'console')->assertCreated();
        $this->withoutMiddleware([RequirePermission::class, RequireFreshProof::class]);
        $this->assertRefusedAt(self::operators(), 403, 'permission.missing', 'console');
    }

    /**
     * Knocks at all of them, and names each that answers otherwise.
     *
     * @param  array<string, array{string, string}>  $doors
     */
    private function assertRefusedAt(array $doors, int $status, string $code, string $surface): void
    {
        self::assertNotSame([], $doors);
        $open = [];
        foreach ($doors as $door => [$method, $path]) {
            $answer = $this->knock($method, $path, in_array($method, ['POST', 'PATCH', 'PUT'], true) ? ['reason' => 'x'] : null, ['If-Match' => '*'], $surface);
            if ([$answer->getStatusCode(), $answer->json('code')] !== [$status, $code]) {
                $open[] = "{$door}: {$answer->getStatusCode()} {$answer->getContent()}";
            }
        }
        self::assertSame([], $open);
    }

    public function test_the_guard_at_the_door_asks_before_anything_is_done(): void
    {
        $this->holder();
        $this->signIn(surface: 'console')->assertCreated();
        $request = Request::create('/api/v1/accounts', server: ['HTTP_KENNEL_SURFACE' => 'console'], cookies: $this->cookies());
        $this->app->instance('request', $request);
        $this->app->forgetScopedInstances();
        try {
            $this->app->make(RequirePermission::class)->handle($request, static fn () => self::fail('It went on.'), 'kennel:accounts.read');
            self::fail('It was let through.');
        } catch (Refusal $refusal) {
            self::assertSame('permission.missing', $refusal->refusal);
        }
    }

    public function test_a_consoles_token_is_worth_nothing_as_a_pages_cookie(): void
    {
        $this->keeper();
        $token = $this->cookies()['__Host-kennel-console'];
        $this->knock('GET', '/session', surface: 'console', cookies: ['__Host-kennel-console' => $token])->assertOk();
        $this->knock('GET', '/session', cookies: ['__Host-kennel-pages' => $token])->assertStatus(401);
        $this->knock('GET', '/session', cookies: ['__Host-kennel-console' => $token])->assertStatus(401);
    }

    public function test_every_endpoint_says_who_may_come_and_what_the_trace_keeps(): void
    {
        $silent = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $isOurs = preg_match('#^(api/v1/|oauth/|\.well-known/)#', $route->uri()) === 1 && $route->uri() !== 'api/v1/bench/empty';
            $writes = array_intersect($route->methods(), ['POST', 'PUT', 'PATCH', 'DELETE']) !== [];
            if ($isOurs && (! is_string($route->getAction(Endpoint::ACCESS)) || ($writes && ! array_key_exists(Kept::TRACES, $route->getAction())))) {
                $silent[] = $route->uri();
            }
        }
        self::assertSame([], $silent);
    }

    /** @return array<string, array{string, string}> whoever is not signed in has no business there */
    private static function guarded(): array
    {
        return self::doors(static fn (string $access): bool => $access !== 'open');
    }

    /** @return array<string, array{string, string}> */
    private static function operators(): array
    {
        return self::doors(static fn (string $access): bool => ! in_array($access, ['open', 'own'], true));
    }

    /**
     * @param  \Closure(string): bool  $which  by who may come
     * @return array<string, array{string, string}>
     */
    private static function doors(\Closure $which): array
    {
        $doors = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1/') && $which((string) $route->getAction(Endpoint::ACCESS))) {
                [$method, $path] = [$route->methods()[0], substr($route->uri(), strlen('api/v1'))];
                $doors["{$method} {$path}"] = [$method, strtr($path, ['{id}' => '00000000-0000-7000-8000-000000000001', '{number}' => '1', '{field}' => 'picture', '{kind}' => 'own', '{key}' => 'reviewer', '{kid}' => str_repeat('A', 43), '{permission}' => 'readings:enter'])];
            }
        }

        return $doors;
    }

    public function test_a_limited_operator_may_do_nothing_yet(): void
    {
        $account = $this->holder(role: 'keeper', proven: false);
        self::assertSame('pending', $account->status->value);
        $this->signIn(surface: 'console');
        $this->ask('/accounts')->assertStatus(403)->assertJsonPath('code', 'session.limited')->assertJsonPath('reasons.0.code', 'duty.verify_email');
    }

    public function test_a_role_that_is_taken_away_is_gone_at_the_next_request(): void
    {
        $keeper = $this->keeper();
        $this->ask('/accounts')->assertOk();
        DB::table('assignments')->where('account_id', $keeper->id)->delete();
        $this->ask('/accounts')->assertStatus(403);
    }

    public function test_an_auditor_reads_and_changes_nothing(): void
    {
        $auditor = $this->holder('auditor@post.example', role: 'auditor');
        $this->signIn('auditor@post.example', 'console');
        $this->ask('/audit-events')->assertOk();
        $this->ask('/accounts')->assertOk();
        $this->ask('/messages')->assertStatus(403);
        $this->knock('POST', "/accounts/{$auditor->id}/suspend", ['reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(403);
    }

    #[DataProvider('malformed')]
    public function test_what_can_not_be_read_is_a_problem_and_never_a_500(string $body, int $status, string $type = 'application/json'): void
    {
        foreach (['/signups', '/signups/verdict', '/sessions', '/verifications', '/verifications/inspect', '/verifications/consume'] as $path) {
            $response = $this->knock('POST', $path, $body, ['Content-Type' => $type]);
            self::assertSame($status, $response->getStatusCode(), "{$path}: {$response->getContent()}");
            self::assertSame('application/problem+json', $response->headers->get('Content-Type'));
        }
    }

    /** @return array<string, array{0: string, 1: int, 2?: string}> */
    public static function malformed(): array
    {
        return [
            'nothing' => ['', 400],
            'not JSON' => ['{"name":', 400],
            'a list' => ['[]', 400],
            'a text' => ['"name"', 400],
            'null' => ['null', 400],
            'invalid UTF-8' => ["{\"email\":\"\xff\"}", 400],
            'too deep' => [str_repeat('{"a":', 20).'1'.str_repeat('}', 20), 400],
            'a megabyte' => ['{"name":"'.str_repeat('a', 1_048_576).'"}', 413],
            'a form' => ['name=Tam', 415, 'application/x-www-form-urlencoded'],
            'a guess at the type' => ['{}', 415, 'text/plain'],
            'keys that are numbers' => ['{"0":1,"__proto__":2}', 422],
        ];
    }

    public function test_hostile_strings_are_refused_or_stored_as_they_are(): void
    {
        $stored = 0;
        foreach (Hostile::strings() as $index => $string) {
            $body = ['app' => 'gaugebook', 'name' => $string, 'email' => "n{$index}@post.example", 'password' => self::PASSWORD];
            $verdict = $this->knock('POST', '/signups/verdict', $body);
            self::assertSame(200, $verdict->getStatusCode(), $string);
            foreach (['email', 'password', 'app'] as $box) {
                self::assertContains($this->knock('POST', '/signups/verdict', [$box => $string] + $body)->getStatusCode(), [200, 422], $string);
            }
            if ($index % 10 === 0) {
                self::assertContains($this->knock('POST', '/sessions', ['email' => $string, 'password' => $string])->getStatusCode(), [401, 422], $string);
            }
            if ($verdict->json('accepted') === true && $index % 10 === 0) {
                $this->knock('POST', '/signups', $body)->assertStatus(202);
                $stored++;
                $name = (string) DB::table('accounts')->orderByDesc('seq')->value('name');
                self::assertStringContainsString($name, (string) \Normalizer::normalize($string), 'nothing was changed but the space around it');
            }
        }
        self::assertGreaterThan(10, $stored);
    }

    public function test_hostile_strings_can_be_searched_for(): void
    {
        $this->keeper();
        foreach (Hostile::strings() as $string) {
            self::assertContains($this->ask('/accounts?q='.rawurlencode($string))->getStatusCode(), [200, 422], $string);
        }
    }

    public function test_every_operators_door_names_its_permission(): void
    {
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $operation = $route->methods()[0].' '.substr($route->uri(), strlen('api/v1'));
            if (str_starts_with($route->uri(), 'api/v1/') && isset(self::operators()[$operation])) {
                $named = array_filter($route->gatherMiddleware(), static fn ($middleware): bool => is_string($middleware) && str_starts_with($middleware, RequirePermission::class));
                self::assertCount(1, $named, $operation);
                $permission = substr((string) reset($named), strlen(RequirePermission::class) + 1);
                self::assertStringContainsString("Needs `{$permission}`.", OpenApi::read()->description($operation), $operation);
            }
        }
    }

    public function test_headers_keep_a_browser_safe(): void
    {
        foreach (['/api/v1/health', '/api/v1/nowhere', '/api/v1/accounts'] as $path) {
            $headers = $this->get($path)->headers;
            self::assertSame("default-src 'none'; frame-ancestors 'none'", $headers->get('Content-Security-Policy'));
            self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
            self::assertSame('no-referrer', $headers->get('Referrer-Policy'));
            self::assertStringContainsString('no-store', (string) $headers->get('Cache-Control'));
        }
    }

    public function test_another_sites_page_can_not_write(): void
    {
        $this->holder();
        foreach (['cross-site', 'same-site', 'none', ''] as $site) {
            $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['Sec-Fetch-Site' => $site])->assertStatus(403)->assertJsonPath('code', 'request.cross_site');
        }
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['Origin' => 'https://evil.example'])->assertStatus(403);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['Origin' => 'http://localhost', 'Sec-Fetch-Site' => 'same-origin'])->assertCreated();
    }

    public function test_the_origin_is_the_configured_one_also_where_tls_ends_in_front(): void
    {
        $this->holder();
        config(['app.url' => 'https://accounts.alderwend.example']);
        $knock = fn (string $origin): int => $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['Origin' => $origin, 'Sec-Fetch-Site' => 'same-origin'])->getStatusCode();
        self::assertSame([201, 403, 403], [$knock('https://accounts.alderwend.example'), $knock('http://localhost'), $knock('https://accounts.alderwend.example:8443')]);
    }

    public function test_a_failed_statement_is_logged_without_what_was_bound_to_it(): void
    {
        try {
            DB::table('accounts')->insert(['email' => 'secret@post.example', 'nothing' => 'x']);
            self::fail('There is no such column.');
        } catch (\Illuminate\Database\QueryException $error) {
            self::assertStringNotContainsString('secret@post.example', (string) $error);
            self::assertStringContainsString('insert into "accounts"', $error->getMessage());
        }
    }

    public function test_the_trail_can_not_be_rewritten(): void
    {
        $this->keeper();
        foreach (['UPDATE audit_events SET actor_name = \'nobody\'', 'DELETE FROM audit_events'] as $sql) {
            try {
                DB::statement($sql);
                self::fail('It was.');
            } catch (\Illuminate\Database\QueryException $error) {
                self::assertStringContainsString('append-only', $error->getMessage());
            }
        }
    }
}
