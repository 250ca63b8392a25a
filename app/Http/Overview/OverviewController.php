<?php

declare(strict_types=1);

namespace Kennel\App\Http\Overview;

use Illuminate\Http\JsonResponse;
use Kennel\App\Accounts\AccountList;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Invitations\Invitations;
use Kennel\App\Platform\Identity\Caller;
use Kennel\Core\Finding\Where;

final readonly class OverviewController
{
    public function show(Caller $session, Stations $stations, Needs $needs, AccountList $list, Invitations $invitations): JsonResponse
    {
        $session->require('kennel:console');
        if ($session->bounds() !== null) {
            // The other figures are of everybody.
            return Json::ok(['stations' => [
                ...$session->permissions()->allows(Invitations::READ) ? [$stations->invitations($invitations->count())] : [],
                ...$session->permissions()->allows('kennel:accounts.read') ? [$stations->accounts($list->count(null, Where::everybody(), isExact: true)['total'])] : [],
            ], 'needs' => []]);
        }

        return Json::ok(['stations' => $stations->all(), 'needs' => $needs->all()]);
    }
}
