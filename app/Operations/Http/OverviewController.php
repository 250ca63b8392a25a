<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Illuminate\Http\JsonResponse;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class OverviewController
{
    public function show(Caller $session, Stations $stations, Needs $needs, AccountList $list, Invitations $invitations): JsonResponse
    {
        $session->require(Permission::Console);
        if ($session->bounds() !== null) {
            // The other figures are of everybody.
            return Json::ok(['stations' => [
                ...$session->permissions()->allows(Permission::InvitationsRead->value) ? [$stations->invitations($invitations->count())] : [],
                ...$session->permissions()->allows(Permission::AccountsRead->value) ? [$stations->accounts($list->count(null, Where::everybody(), isExact: true)['total'])] : [],
            ], 'needs' => []]);
        }

        return Json::ok(['stations' => $stations->all(), 'needs' => $needs->all()]);
    }
}
