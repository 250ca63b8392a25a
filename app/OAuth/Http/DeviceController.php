<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\OAuth\Tokens\Devices;
use Kennel\Core\OAuth\Clients\Scope;

/** Where somebody types the code that a device shows (RFC 8628 §3.3). What it lets in is said before anything is let in. */
final readonly class DeviceController
{
    public function __construct(private Devices $devices, private Caller $caller)
    {
    }

    public function inspect(Request $request, Apps $apps): JsonResponse
    {
        $person = $this->caller->get();
        $body = Body::of($request);
        $code = $body->text('code') ?? '';
        $body->complete();
        ['request' => $row, 'client' => $client] = $this->devices->find($code);

        return Json::ok([
            'app' => AuthorizationController::name($apps, $client), 'scope' => AuthorizationController::described($client, Scope::parse($row->scope) ?? Scope::of([])),
            'account' => ['name' => $person->name, 'email' => $person->email], 'asked_at' => $row->created_at, 'source' => $row->source,
        ]);
    }

    public function answer(Request $request): Response
    {
        $person = $this->caller->get();
        $body = Body::of($request);
        $code = $body->text('code') ?? '';
        $isLetIn = $body->yes('let_in');
        $body->complete();
        $this->devices->answer($code, $isLetIn, $person);

        return new Response(status: 204);
    }
}
