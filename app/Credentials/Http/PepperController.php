<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Credentials\Passwords\PepperUse;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;

/** Says which keys there are; a key itself never leaves its file. */
final readonly class PepperController
{
    public function index(Caller $session, PepperUse $use): JsonResponse
    {
        $session->require(Permission::PasswordsRead);

        return Json::ok(['items' => $use->keys()]);
    }
}
