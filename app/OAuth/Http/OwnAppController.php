<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\OAuth\Tokens\Grants;
use Kennel\Core\OAuth\Clients\Clients;

/** The apps that have access to the holder's account. */
final readonly class OwnAppController
{
    public function __construct(private Caller $caller, private Grants $grants)
    {
    }

    public function index(Apps $apps, Clients $clients): JsonResponse
    {
        return Json::ok(['items' => array_map(static function (array $one) use ($apps, $clients): array {
            $client = $clients->find($one['app']);

            return [
                'app' => $one['app'], 'name' => $apps->find($one['app'])?->name() ?? $one['app'],
                'scope' => $client === null ? [] : AuthorizationController::described($client, $one['scope']),
                'agreed_at' => $one['agreed_at'], 'since' => $one['since'], 'used_at' => $one['used_at'], 'live' => $one['live'],
            ];
        }, $this->grants->of($this->caller->get()->accountId))]);
    }

    public function withdraw(string $key): Response
    {
        $this->grants->withdraw($this->caller->get(), $key);

        return new Response(status: 204);
    }
}
