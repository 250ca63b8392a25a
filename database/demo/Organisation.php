<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Apps\RegisteredApp;
use Kennel\App\Installation\BuiltInRoles;
use Kennel\App\Roles\Role;
use Kennel\App\Roles\RoleInclude;
use Kennel\App\Roles\RolePermission;

/** The network's apps and roles. */
final readonly class Organisation
{
    private const ROLES = [
        'observer' => ['Enters readings. Everybody who signs up gets it.', null, ['readings:enter'], []],
        'reviewer' => ['Approves what observers enter.', null, ['readings:approve'], ['observer']],
        'steward' => ['Looks after one reach.', null, ['reaches:manage'], ['reviewer']],
        'dispatcher' => ['Publishes flood notices.', 'floodline', ['notices:publish'], []],
        'quartermaster' => ['Lends gauges, waders and radios.', 'kitloft', ['kit:lend'], []],
        'auditor' => ['Reads the trail, changes nothing.', null, BuiltInRoles::ALL['auditor'][1], []],
        BuiltInRoles::KEEPER => ['Runs Kennel.', null, BuiltInRoles::ALL[BuiltInRoles::KEEPER][1], []],
    ];

    public function write(): void
    {
        RegisteredApp::query()->insert([
            ['key' => 'gaugebook', 'name' => 'Gaugebook', 'kind' => 'web', 'summary' => 'River levels and photographs, entered by volunteers'],
            ['key' => 'floodline', 'name' => 'Floodline', 'kind' => 'single page', 'summary' => 'Flood notices, shown and published'],
            ['key' => 'kitloft', 'name' => 'Kitloft', 'kind' => 'mobile', 'summary' => 'Lending of gauges, waders and radios'],
        ]);
        foreach (self::ROLES as $key => [$summary, $app]) {
            Role::query()->insert(['key' => $key, 'summary' => $summary, 'app_key' => $app]);
        }
        foreach (self::ROLES as $key => [, , $permissions, $includes]) {
            foreach ($permissions as $permission) {
                RolePermission::query()->insert(['role_key' => $key, 'permission' => $permission]);
            }
            foreach ($includes as $included) {
                RoleInclude::query()->insert(['role_key' => $key, 'included_key' => $included]);
            }
        }
    }
}
