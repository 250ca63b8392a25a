<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\Route;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\HostileJson;

/** Hostile JSON at every operation of both documents: signed out, as a user and as an operator. `bin/fuzz --n=100000` sends more. */
final class FuzzTest extends DoorTestCase
{
    private const REQUESTS = 3_000;

    private const SEED = 20261202;

    /** In seconds: nobody shall make us think for long. */
    private const LONGEST = 20;

    public function test_nothing_fails_and_every_list_can_be_read_afterwards(): void
    {
        [$number, $seed] = [(int) (getenv('KENNEL_FUZZ') ?: self::REQUESTS), (int) (getenv('KENNEL_FUZZ_SEED') ?: self::SEED)];
        $this->holder();
        $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        mt_srand($seed);
        $operations = $this->operations();
        self::assertGreaterThan(250, count($operations));
        $failed = [];
        for ($sent = 0; $sent < $number; $sent++) {
            $sent % 200 === 0 && $this->signInAll();
            [$method, $path, $names, $isApi] = $operations[$sent % count($operations)];
            $path = $this->filled($path);
            $body = HostileJson::body($names);
            $this->inBrowserOf($who = ['nobody', 'a user', 'an operator'][mt_rand(0, 2)]);
            $began = microtime(true);
            $status = $this->sendRaw($method, $path, $body, $who === 'an operator' ? 'console' : 'pages', $isApi);
            if ($status >= 500 || microtime(true) - $began > self::LONGEST) {
                $failed[] = "{$method} {$path} as {$who}: {$status} for ".mb_scrub(substr($body, 0, 300));
            }
        }
        self::assertSame([], $failed, "seed {$seed}\n".(is_file("{$this->data}/logs/kennel.log") ? substr((string) file_get_contents("{$this->data}/logs/kennel.log"), 0, 4_000) : ''));
        $this->signInAll();
        $this->inBrowserOf('an operator');
        $read = 0;
        foreach ($operations as [$method, $path]) {
            if ($method === 'GET' && ! str_contains($path, '{') && str_starts_with($path, '/api/v1/')) {
                self::assertLessThan(500, $this->sendRaw('GET', $path, '', 'console', true), "{$path} after seed {$seed}");
                $read++;
            }
        }
        self::assertGreaterThan(40, $read);
    }

    /** @return list<array{string, string, list<string>, bool}> method, path with places, names its body takes, whether it is one of the API */
    private function operations(): array
    {
        $operations = [];
        foreach (['v1' => '/api/v1', 'oauth' => ''] as $document => $prefix) {
            $read = (array) json_decode((string) file_get_contents(base_path("resources/openapi/{$document}.json")), true, 512, JSON_THROW_ON_ERROR);
            foreach ((array) $read['paths'] as $path => $methods) {
                foreach (array_intersect_key((array) $methods, array_flip(['get', 'post', 'put', 'patch', 'delete'])) as $method => $operation) {
                    $schema = $operation['requestBody']['content']['application/json']['schema'] ?? $operation['requestBody']['content']['application/x-www-form-urlencoded']['schema'] ?? [];
                    $operations[] = [strtoupper($method), $prefix.$path, array_map(strval(...), array_keys((array) ($schema['properties'] ?? []))), $prefix !== ''];
                }
            }
        }

        return $operations;
    }

    private function filled(string $path): string
    {
        $values = ['gaugebook', 'reviewer', '0196f000-0000-7000-8000-000000000001', '1', 'internal', 'readings:enter', '%00', '..%2f', '%F0%9F%98%80', 'x'];

        return (string) preg_replace_callback('/\{[^}]+\}/', static fn (): string => $values[array_rand($values)], $path);
    }

    private function signInAll(): void
    {
        $this->inBrowserOf('a user')->signIn()->assertSuccessful();
        $this->inBrowserOf('an operator')->signIn('maren@alderwend.example', 'console')->assertSuccessful();
    }

    /** As it is: what answers is not held against the document here. */
    private function sendRaw(string $method, string $path, string $body, string $surface, bool $isJson): int
    {
        $this->app->forgetScopedInstances();
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $route->flushController();
        }
        $server = [
            'HTTP_KENNEL_SURFACE' => $surface, 'REMOTE_ADDR' => '198.51.100.7', 'HTTP_IF_MATCH' => '*', 'HTTP_USER_AGENT' => 'Mozilla/5.0',
            'CONTENT_TYPE' => $isJson ? 'application/json' : 'application/x-www-form-urlencoded', ...mt_rand(0, 9) === 0 ? ['HTTP_IDEMPOTENCY_KEY' => 'k'.mt_rand(0, 50)] : [],
        ];
        // What is streamed is read as well.
        $answer = $this->call($method, $path.($method === 'GET' && mt_rand(0, 2) === 0 ? '?'.http_build_query((array) json_decode($body, true, 8)) : ''), [], $this->cookies, [], $server, $method === 'GET' ? null : $body);

        return $answer->getStatusCode();
    }
}
