<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Http\JsonResponse;
use Kennel\App\Platform\Http\Json;
use Kennel\App\Sessions\CurrentSession;

final readonly class CensusController
{
    public function show(CurrentSession $session, Census $census): JsonResponse
    {
        $session->require('kennel:passwords.read');

        return Json::ok(['current' => $census->currentKind(), 'items' => $census->kinds()]);
    }
}
