<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Routing\Route;
use Illuminate\Routing\Router;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Policy\Rehearsals\Answer;
use Kennel\App\Policy\Rehearsals\Cast;
use Kennel\App\Policy\Rehearsals\Door;
use Kennel\Core\Policy\Rehearsals\Step;
use Symfony\Component\HttpFoundation\Response;

/** Puts a request before the kernel of a world, as a server would put it before the real one. */
final class RealDoor implements Door
{
    private const USER_AGENT = 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0';

    /** Of the page's own headers these reach the door; everything else is the operator's. */
    private const HEADERS = ['accept-language', 'content-type', 'idempotency-key', 'if-match'];

    public function knock(Application $inner, Cast $cast, string $method, string $path, ?string $body, string $browser, array $headers): Answer
    {
        $request = Request::create("/api/v1{$path}", $method, [], $cast->jars[$browser] ?? [], [], self::server($browser, $body, $headers), $body);
        $response = self::answered($inner, $request);
        self::keepCookies($response, $cast, $browser);

        return self::read($response);
    }

    public function fetch(Application $inner, string $method, string $path, #[\SensitiveParameter] string $parameters, array $headers): Answer
    {
        $server = ['REMOTE_ADDR' => Step::HOME, 'HTTP_USER_AGENT' => 'an app', 'REQUEST_TIME_FLOAT' => microtime(true)];
        foreach ($headers as $name => $value) {
            $server['HTTP_'.strtoupper(str_replace('-', '_', $name))] = $value;
        }
        $isForm = $method !== 'GET';

        return self::read(self::answered($inner, Request::create($isForm || $parameters === '' ? $path : "{$path}?{$parameters}", $method, [], [], [], $server + ($isForm ? ['CONTENT_TYPE' => 'application/x-www-form-urlencoded'] : []), $isForm ? $parameters : null)));
    }

    private static function answered(Application $inner, Request $request): Response
    {
        // Each request of a real server begins afresh.
        $inner->forgetScopedInstances();
        foreach ($inner->make(Router::class)->getRoutes()->getRoutes() as $route) {
            /** @var Route $route */
            $route->flushController();
        }
        $kernel = $inner->make(Kernel::class);
        $response = $kernel->handle($request);
        $kernel->terminate($request, $response);

        return $response;
    }

    private static function read(Response $response): Answer
    {
        $headers = array_map(static fn (array $values): string => implode(', ', $values), array_diff_key($response->headers->all(), ['set-cookie' => true]));

        return new Answer($response->getStatusCode(), $headers, (string) $response->getContent());
    }

    /**
     * @param  array<string, string>  $headers
     * @return array<string, string|float>
     */
    private static function server(string $browser, ?string $body, array $headers): array
    {
        $server = [
            'HTTP_'.strtoupper(str_replace('-', '_', Surface::HEADER)) => $browser === 'operator' ? Surface::Console->value : Surface::Pages->value,
            'REMOTE_ADDR' => $browser === 'elsewhere' ? Step::ELSEWHERE : Step::HOME,
            'HTTP_USER_AGENT' => self::USER_AGENT,
            'REQUEST_TIME_FLOAT' => microtime(true),
        ];
        foreach (array_intersect_key(array_change_key_case($headers), array_flip(self::HEADERS)) as $name => $value) {
            $server[($name === 'content-type' ? '' : 'HTTP_').strtoupper(str_replace('-', '_', $name))] = $value;
        }

        return $body === null ? $server : $server + ['CONTENT_TYPE' => 'application/json', 'HTTP_CONTENT_LENGTH' => (string) strlen($body)];
    }

    private static function keepCookies(Response $response, Cast $cast, string $browser): void
    {
        foreach ($response->headers->getCookies() as $cookie) {
            $value = (string) $cookie->getValue();
            if ($value === '' || $cookie->getExpiresTime() === 1) {
                unset($cast->jars[$browser][$cookie->getName()]);
            } else {
                $cast->jars[$browser][$cookie->getName()] = $value;
            }
        }
    }
}
