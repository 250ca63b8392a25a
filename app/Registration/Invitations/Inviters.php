<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\Permission;

/** What whoever invites may do, from the rows as they are now. */
final readonly class Inviters
{
    public function __construct(private Accounts $accounts, private PermissionsOfAccount $permissions, private GiveableRoles $giveable, private Roles $roles)
    {
    }

    public function may(?string $inviterId, string $app): bool
    {
        $inviter = $inviterId === null ? null : $this->accounts->find($inviterId);

        return $inviter !== null && in_array($inviter->status, [Status::Active, Status::Pending], true)
            && ($this->permissions)($inviter->id)->allows(Permission::InvitationsSend->value) && Bounds::include($this->permissions->bounds($inviter->id), $app);
    }

    public function mayGive(?string $inviterId, string $role): bool
    {
        return $inviterId !== null && $this->giveable->includes($role, $inviterId);
    }

    /** Whether an operator could have sent an invitation themselves, with all that it promises. */
    public function couldSend(string $invitationId, SignedIn $operator): bool
    {
        $invitation = Invitation::query()->where('id', $invitationId)->first();

        return $invitation !== null && $this->may($operator->accountId, $invitation->app_key)
            && array_filter($invitation->roles, fn (string $role): bool => ! $this->mayGive($operator->accountId, $role)) === [];
    }

    /** @return list<string> keys of roles */
    public function giveable(string $inviterId): array
    {
        return array_values(array_filter($this->roles->keys(), fn (string $role): bool => $this->giveable->includes($role, $inviterId)));
    }
}
