<?php

declare(strict_types=1);

use Kennel\App\Endpoint;
use Kennel\App\OAuth\Http\AuthorizationController;
use Kennel\App\OAuth\Http\ClientController;
use Kennel\App\OAuth\Http\DeviceController;
use Kennel\App\OAuth\Http\InspectorController;
use Kennel\App\OAuth\Http\LeaveController;
use Kennel\App\OAuth\Http\OwnAppController;
use Kennel\App\OAuth\Http\SigningKeyController;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::post('authorizations/next', [AuthorizationController::class, 'next'])->open()->throttled('links')->traces(response: ['step']);
Endpoint::post('authorizations/agree', [AuthorizationController::class, 'agree'])->own()->throttled('links')->traces(response: ['step']);
Endpoint::post('authorizations/refuse', [AuthorizationController::class, 'refuse'])->open()->throttled('links')->traces();
Endpoint::post('devices/inspect', [DeviceController::class, 'inspect'])->own()->throttled('links')->traces(response: ['app', 'scope']);
Endpoint::post('devices/answer', [DeviceController::class, 'answer'])->own()->throttled('links')->traces(request: ['let_in']);
Endpoint::post('session/leave', [LeaveController::class, 'leave'])
    ->open()
    ->traces(request: ['client_id', 'post_logout_redirect_uri', 'confirmed'], response: ['is_signed_out', 'address']);
Endpoint::get('account/apps', [OwnAppController::class, 'index'])->own()->traces();
Endpoint::delete('account/apps/{key}', [OwnAppController::class, 'withdraw'])->own()->traces();
Endpoint::get('apps/{key}/client', [ClientController::class, 'show'])->needs(Permission::RulesRead);
Endpoint::post('apps/{key}/secrets', [ClientController::class, 'addSecret'])
    ->needs(Permission::RulesManage)
    ->reauthenticated()
    ->traces(response: ['id', 'hint']);
Endpoint::delete('apps/{key}/secrets/{id}', [ClientController::class, 'revokeSecret'])->needs(Permission::RulesManage)->traces();
Endpoint::post('tokens/inspect', [InspectorController::class, 'inspect'])->needs(Permission::RulesRead)->untraced();
Endpoint::post('clients/verdict', [ClientController::class, 'verdict'])->needs(Permission::RulesRead)->untraced();
Endpoint::get('signing-keys', [SigningKeyController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::post('signing-keys', [SigningKeyController::class, 'rotate'])
    ->needs(Permission::RulesManage)
    ->reauthenticated()
    ->traces(request: ['algorithm']);
Endpoint::post('signing-keys/{kid}/withdraw', [SigningKeyController::class, 'withdraw'])->where('kid', '[A-Za-z0-9_-]{43}')
    ->needs(Permission::RulesManage)
    ->reauthenticated()
    ->traces(request: ['reason']);
