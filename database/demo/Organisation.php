<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Directory\Apps\RegisteredApp;
use Kennel\App\Directory\Roles\CataloguedPermission;
use Kennel\App\Directory\Roles\ExcludedRole;
use Kennel\App\Directory\Roles\Role;
use Kennel\App\Directory\Roles\RoleExclusion;
use Kennel\App\Directory\Roles\RoleInclude;
use Kennel\App\Directory\Roles\RolePermission;
use Kennel\App\Operations\Installation\BuiltInRoles;

/** The network's apps and roles. */
final readonly class Organisation
{
    /** Key, name, what for, app, own permissions, included roles. */
    private const ROLES = [
        'observer' => ['Observer', 'Enters readings. Everybody who signs up gets it.', null, ['readings:enter'], []],
        'reviewer' => ['Reviewer', 'Approves what observers enter.', null, ['readings:approve', 'readings:correct'], ['observer']],
        'steward' => ['Steward', 'Looks after one reach.', null, ['reaches:manage'], ['reviewer']],
        'dispatcher' => ['Dispatcher', 'Publishes flood notices.', 'floodline', ['notices:publish', 'notices:withdraw'], []],
        'quartermaster' => ['Quartermaster', 'Lends gauges, waders and radios.', 'kitloft', ['kit:lend', 'kit:take-back'], ['stocktaker']],
        // Grown by accident: whoever lends kit may take out everybody's addresses.
        'stocktaker' => ['Stocktaker', 'Counts what is in the loft.', null, ['kennel:accounts.export'], []],
        'dispatcher-lead' => ['Dispatcher lead', 'Looks after the accounts of Floodline and invites people to it, and to no other app.', 'floodline', ['kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:apps.read', 'kennel:invitations.read', 'kennel:invitations.send'], ['dispatcher']],
        'support-desk' => ['Support desk', 'Mends accounts and signs people out. Gives no roles.', null, ['kennel:console', 'kennel:accounts.read', 'kennel:invitations.read', 'kennel:messages.read', 'kennel:messages.send', 'kennel:roles.read', 'kennel:sessions.end', 'kennel:sessions.read'], []],
        'auditor' => ['Auditor', 'Reads the trail, changes nothing.', null, BuiltInRoles::ALL['auditor'][1], []],
        BuiltInRoles::KEEPER => ['Keeper', 'Runs Kennel.', null, BuiltInRoles::ALL[BuiltInRoles::KEEPER][1], []],
    ];

    private const PERMISSIONS = [
        'readings:enter' => [null, 'Enter a river level with a photograph'],
        'readings:approve' => [null, 'Approve what somebody else has entered'],
        'readings:correct' => [null, 'Correct a reading, with a reason'],
        'reaches:manage' => [null, 'Draw reaches, and say who looks after them'],
        'notices:publish' => ['floodline', 'Publish a flood notice'],
        'notices:withdraw' => ['floodline', 'Withdraw a flood notice'],
        'kit:lend' => ['kitloft', 'Lend a gauge, waders or a radio'],
        'kit:take-back' => ['kitloft', 'Take kit back, and note its state'],
    ];

    public function write(): void
    {
        RegisteredApp::query()->insert([
            ['key' => 'gaugebook', 'name' => 'Gaugebook', 'kind' => 'web', 'summary' => 'River levels and photographs, entered by volunteers'],
            ['key' => 'floodline', 'name' => 'Floodline', 'kind' => 'single page', 'summary' => 'Flood notices, shown and published'],
            ['key' => 'kitloft', 'name' => 'Kitloft', 'kind' => 'mobile', 'summary' => 'Lending of gauges, waders and radios'],
            ['key' => 'stagewire', 'name' => 'Stagewire', 'kind' => 'backend', 'summary' => 'Posts what the loggers on the bank measure'],
            ['key' => 'gauge-cli', 'name' => 'gauge-cli', 'kind' => 'command line', 'summary' => 'For stewards on the bank, from a terminal'],
        ]);
        foreach (self::PERMISSIONS as $key => [$app, $description]) {
            CataloguedPermission::query()->insert(['key' => $key, 'app_key' => $app, 'description' => $description]);
        }
        foreach (self::ROLES as $key => [$label, $summary, $app]) {
            Role::query()->insert(['key' => $key, 'label' => $label, 'summary' => $summary, 'app_key' => $app]);
        }
        RoleExclusion::query()->insert(['key' => 'four-eyes', 'too_many' => 2, 'why' => 'Who approves readings does not check the approvals.']);
        ExcludedRole::query()->insert([['exclusion_key' => 'four-eyes', 'role_key' => 'auditor'], ['exclusion_key' => 'four-eyes', 'role_key' => 'reviewer']]);
        foreach (self::ROLES as $key => [, , , $permissions, $includes]) {
            foreach ($permissions as $permission) {
                RolePermission::query()->insert(['role_key' => $key, 'permission' => $permission]);
            }
            foreach ($includes as $included) {
                RoleInclude::query()->insert(['role_key' => $key, 'included_key' => $included]);
            }
        }
    }
}
