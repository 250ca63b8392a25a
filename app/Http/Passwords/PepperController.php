<?php

declare(strict_types=1);

namespace Kennel\App\Http\Passwords;

use Illuminate\Http\JsonResponse;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Passwords\PepperUse;
use Kennel\App\Platform\Identity\Caller;

/** Says which keys there are; a key itself never leaves its file. */
final readonly class PepperController
{
    public function index(Caller $session, PepperUse $use): JsonResponse
    {
        $session->require('kennel:passwords.read');

        return Json::ok(['items' => $use->keys()]);
    }
}
