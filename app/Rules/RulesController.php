<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Http\JsonResponse;
use Kennel\App\Platform\Http\Json;
use Kennel\App\Sessions\CurrentSession;

final readonly class RulesController
{
    public function show(CurrentSession $session, RulesInForce $rules): JsonResponse
    {
        $session->require('kennel:rules.read');

        return Json::ok(['document' => $rules->document(), 'schema' => $rules->book()->schema()]);
    }
}
