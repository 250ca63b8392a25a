<?php

declare(strict_types=1);

use Kennel\App\Credentials\Http\CalibrationController;
use Kennel\App\Credentials\Http\CensusController;
use Kennel\App\Credentials\Http\CurrentSessionController;
use Kennel\App\Credentials\Http\FactorController;
use Kennel\App\Credentials\Http\OwnFactorController;
use Kennel\App\Credentials\Http\OwnSessionController;
use Kennel\App\Credentials\Http\PasswordController;
use Kennel\App\Credentials\Http\PepperController;
use Kennel\App\Credentials\Http\WrappingController;
use Kennel\App\Endpoint;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::post('passwords/verdict', [PasswordController::class, 'verdict'])->open()->throttled('verdicts')->underDraft()->untraced();
Endpoint::get('session', [CurrentSessionController::class, 'show'])->own()->traces(response: ['id', 'standing']);
Endpoint::get('account/sessions', [OwnSessionController::class, 'index'])->own();
Endpoint::delete('account/sessions', [OwnSessionController::class, 'endOthers'])->own()->traces(response: ['ended']);
Endpoint::delete('account/sessions/{id}', [OwnSessionController::class, 'end'])->own()->traces();
Endpoint::get('account/factors', [OwnFactorController::class, 'index'])
    ->own()
    ->traces(response: ['authenticators', 'trusted_devices', 'demanded_from']);
Endpoint::post('account/factors/authenticators', [OwnFactorController::class, 'begin'])
    ->own()
    ->reauthenticated()
    ->traces(request: ['name'], response: ['id']);
Endpoint::post('account/factors/authenticators/{id}/confirm', [OwnFactorController::class, 'confirm'])->own()->traces();
Endpoint::delete('account/factors/authenticators/{id}', [OwnFactorController::class, 'remove'])->own()->reauthenticated()->traces();
Endpoint::post('account/factors/passkeys/options', [OwnFactorController::class, 'beginPasskey'])->own()->reauthenticated()->traces();
Endpoint::post('account/factors/passkeys', [OwnFactorController::class, 'addPasskey'])->own()->traces(request: ['name']);
Endpoint::delete('account/factors/passkeys/{id}', [OwnFactorController::class, 'removePasskey'])->own()->reauthenticated()->traces();
Endpoint::post('account/factors/phones', [OwnFactorController::class, 'beginPhone'])
    ->own()
    ->reauthenticated()
    ->throttled('resends')
    ->traces();
Endpoint::post('account/factors/phones/{id}/confirm', [OwnFactorController::class, 'confirmPhone'])->own()->traces();
Endpoint::delete('account/factors/phones/{id}', [OwnFactorController::class, 'removePhone'])->own()->reauthenticated()->traces();
Endpoint::post('account/factors/recovery-codes', [OwnFactorController::class, 'renewCodes'])->own()->reauthenticated()->traces();
Endpoint::delete('account/factors/trusted-devices', [OwnFactorController::class, 'forgetDevices'])->own()->traces();
Endpoint::delete('account/factors/reset', [OwnFactorController::class, 'stopReset'])->own()->traces();
Endpoint::put('account/password', [PasswordController::class, 'change'])->own()->traces(request: ['end_others']);
Endpoint::get('passwords/wrapping', [WrappingController::class, 'show'])->needs(Permission::PasswordsRead);
Endpoint::post('passwords/wrapping', [WrappingController::class, 'store'])
    ->needs(Permission::PasswordsManage)
    ->reauthenticated()
    ->traces(request: ['reason'], response: ['accounts']);
Endpoint::delete('passwords/wrapping/{id}', [WrappingController::class, 'destroy'])->needs(Permission::PasswordsManage)->traces();
Endpoint::get('passwords/peppers', [PepperController::class, 'index'])->needs(Permission::PasswordsRead);
Endpoint::get('passwords/calibration', [CalibrationController::class, 'show'])->needs(Permission::PasswordsRead);
Endpoint::post('passwords/calibration', [CalibrationController::class, 'store'])
    ->needs(Permission::PasswordsManage)
    ->traces(response: ['id']);
Endpoint::delete('passwords/calibration/{id}', [CalibrationController::class, 'destroy'])->needs(Permission::PasswordsManage)->traces();
Endpoint::get('passwords/census', [CensusController::class, 'show'])->needs(Permission::PasswordsRead);
Endpoint::get('accounts/{id}/factors', [FactorController::class, 'show'])->needs(Permission::AccountsRead);
Endpoint::post('accounts/{id}/factors/reset', [FactorController::class, 'reset'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['reason'], response: ['due_at']);
Endpoint::delete('accounts/{id}/factors/reset', [FactorController::class, 'stopReset'])->needs(Permission::AccountsManage)->traces();
