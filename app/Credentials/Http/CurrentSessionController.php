<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Words;

/** The busiest door of all, so it has a controller of its own that asks for nothing it does not need. */
final readonly class CurrentSessionController
{
    public function __construct(private Caller $caller)
    {
    }

    public function show(): JsonResponse
    {
        $signedIn = $this->caller->get();

        return Json::ok([
            'id' => $signedIn->sessionId,
            'started_at' => $signedIn->startedAt,
            // How and when it was proven, by their standard names (RFC 8176; OpenID Connect Core 1.0 §2).
            'amr' => $signedIn->proof->methods(),
            'auth_time' => $signedIn->provenAt->getTimestamp(),
            'account' => ['id' => $signedIn->accountId, 'name' => $signedIn->name, 'email' => $signedIn->email, 'app' => $signedIn->appKey],
            'standing' => [
                'access' => $signedIn->access->value,
                'duties' => $signedIn->duties,
                'reasons' => $signedIn->reasons === [] ? [] : app(Words::class)->reasons($signedIn->reasons),
            ],
            // On account pages there are no operators: what the holder may do on the app they came by.
            'permissions' => $signedIn->surface === Surface::Console ? $this->caller->permissions()->names : $this->caller->permissionsOn($signedIn->appKey),
        ]);
    }
}
