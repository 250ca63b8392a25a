<?php

declare(strict_types=1);

use Kennel\App\Authorization\Http\AccessController;
use Kennel\App\Authorization\Http\CatalogueController;
use Kennel\App\Authorization\Http\RoleController;
use Kennel\App\Endpoint;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::get('roles', [RoleController::class, 'index'])->needs(Permission::RolesRead);
Endpoint::post('roles', [RoleController::class, 'store'])
    ->needs(Permission::RolesManage)
    ->reauthenticated()
    ->traces(
        request: ['key', 'label', 'app', 'permissions', 'includes', 'reason'],
        response: ['key', 'version', 'permissions', 'includes'],
    );
Endpoint::put('roles/{key}', [RoleController::class, 'update'])
    ->needs(Permission::RolesManage)
    ->reauthenticated()
    ->traces(request: ['label', 'app', 'permissions', 'includes', 'reason'], response: ['key', 'version', 'permissions', 'includes']);
Endpoint::delete('roles/{key}', [RoleController::class, 'destroy'])->needs(Permission::RolesManage)->reauthenticated()->traces();
Endpoint::post('roles/{key}/effect', [RoleController::class, 'effect'])->needs(Permission::RolesManage)->untraced();
Endpoint::get('roles/{key}/holders', [RoleController::class, 'holders'])->needs(Permission::RolesRead);
Endpoint::get('permissions', [CatalogueController::class, 'permissions'])->needs(Permission::RolesRead);
Endpoint::put('permissions/{permission}', [CatalogueController::class, 'register'])
    ->needs(Permission::RolesManage)
    ->traces(request: ['app', 'description'], response: ['key', 'app']);
Endpoint::delete('permissions/{permission}', [CatalogueController::class, 'unregister'])->needs(Permission::RolesManage)->traces();
Endpoint::get('permissions/{permission}/holders', [CatalogueController::class, 'whoMay'])->needs(Permission::RolesRead);
Endpoint::get('exclusions', [CatalogueController::class, 'exclusions'])->needs(Permission::RolesRead);
Endpoint::put('exclusions/{key}', [CatalogueController::class, 'exclude'])
    ->needs(Permission::RolesManage)
    ->reauthenticated()
    ->traces(request: ['roles', 'too_many', 'why'], response: ['key', 'roles', 'too_many']);
Endpoint::delete('exclusions/{key}', [CatalogueController::class, 'allowAgain'])
    ->needs(Permission::RolesManage)
    ->reauthenticated()
    ->traces();
Endpoint::get('accounts/{id}/roles', [AccessController::class, 'checklist'])->needs(Permission::RolesRead);
Endpoint::put('accounts/{id}/roles/{key}', [AccessController::class, 'give'])
    ->needs(Permission::RolesGive)
    ->reauthenticated()
    ->traces(request: ['until', 'app', 'reason']);
Endpoint::delete('accounts/{id}/roles/{key}', [AccessController::class, 'take'])->needs(Permission::RolesGive)->reauthenticated()->traces();
Endpoint::get('accounts/{id}/why', [AccessController::class, 'why'])->needs(Permission::RolesRead);
Endpoint::post('accounts/{id}/why', [AccessController::class, 'whatIf'])->needs(Permission::RolesRead)->untraced();
Endpoint::post('decisions', [AccessController::class, 'decide'])->needs(Permission::DecisionsAsk)->untraced();
