<?php

declare(strict_types=1);

use Kennel\App\Endpoint;
use Kennel\App\Operations\Http\HealthController;
use Kennel\App\Operations\Http\InstallationController;
use Kennel\App\Operations\Http\OpenApiController;
use Kennel\App\Operations\Http\OverviewController;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::get('health', [HealthController::class, 'show'])->open();
Endpoint::get('installation', [InstallationController::class, 'show'])->open();
Endpoint::post('installation', [InstallationController::class, 'store'])
    ->open()
    ->throttled('links')
    ->traces(request: ['app', 'app_name', 'app_kind', 'name', 'email'], response: ['is_needed']);
Endpoint::get('openapi.json', [OpenApiController::class, 'api'])->open();
Endpoint::get('overview', [OverviewController::class, 'show'])->needs(Permission::Console);
