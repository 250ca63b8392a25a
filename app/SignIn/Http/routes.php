<?php

declare(strict_types=1);

use Kennel\App\Endpoint;
use Kennel\App\SignIn\Http\MailSigninController;
use Kennel\App\SignIn\Http\OwnProviderController;
use Kennel\App\SignIn\Http\ProviderController;
use Kennel\App\SignIn\Http\ProviderSigninController;
use Kennel\App\SignIn\Http\RecoveryController;
use Kennel\App\SignIn\Http\SessionController;
use Kennel\App\SignIn\Http\SigninController;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::post('recoveries', [RecoveryController::class, 'store'])
    ->open()
    ->throttled('recoveries')
    ->idempotent()
    ->traces(request: ['email'], response: ['state']);
Endpoint::post('recoveries/inspect', [RecoveryController::class, 'inspect'])
    ->open()
    ->throttled('links')
    ->traces(response: ['address', 'asks_name']);
Endpoint::post('recoveries/consume', [RecoveryController::class, 'consume'])
    ->open()
    ->throttled('links')
    ->traces(request: ['name'], response: ['address', 'app']);
Endpoint::post('sessions', [SigninController::class, 'store'])->open()->traces(request: ['email', 'keep'], response: ['id']);
Endpoint::post('signins/mail', [MailSigninController::class, 'store'])
    ->open()
    ->throttled('resends')
    ->idempotent()
    ->traces(request: ['app', 'email'], response: ['state']);
Endpoint::post('signins/mail/inspect', [MailSigninController::class, 'inspect'])->open()->throttled('links')->traces(response: ['address']);
Endpoint::post('signins/mail/consume', [MailSigninController::class, 'consume'])
    ->open()
    ->throttled('links')
    ->traces(request: ['email', 'keep'], response: ['id']);
Endpoint::post('signins/passkey/options', [SigninController::class, 'passkeyOptions'])
    ->open()
    ->throttled('links')
    ->traces(response: ['rpId']);
Endpoint::post('signins/passkey', [SigninController::class, 'passkey'])
    ->open()
    ->throttled('links')
    ->traces(request: ['keep'], response: ['id']);
Endpoint::post('signins/provider', [ProviderSigninController::class, 'begin'])
    ->open()
    ->throttled('links')
    ->traces(request: ['app', 'provider', 'keep']);
Endpoint::post('signins/provider/finish', [ProviderSigninController::class, 'finish'])
    ->open()
    ->throttled('links')
    ->traces(request: ['error', 'iss'], response: ['id', 'needs', 'provider']);
Endpoint::post('sessions/second-factor/options', [SigninController::class, 'secondFactorOptions'])
    ->open()
    ->throttled('links')
    ->traces(response: ['rpId']);
Endpoint::post('sessions/second-factor/text', [SigninController::class, 'textCode'])->open()->throttled('resends')->traces();
Endpoint::post('sessions/second-factor', [SigninController::class, 'secondFactor'])
    ->open()
    ->throttled('links')
    ->traces(request: ['trust_device'], response: ['id']);
Endpoint::get('session/landing', [SessionController::class, 'landing'])->own();
Endpoint::delete('session', [SessionController::class, 'signOut'])->open()->traces();
Endpoint::post('session/proof', [SigninController::class, 'proveAgain'])->own()->traces();
Endpoint::post('session/proof/options', [SigninController::class, 'proofOptions'])->own()->traces(response: ['rpId']);
Endpoint::get('account/providers', [OwnProviderController::class, 'index'])->own()->traces();
Endpoint::post('account/providers', [OwnProviderController::class, 'begin'])
    ->own()
    ->reauthenticated()
    ->traces(request: ['app', 'provider']);
Endpoint::post('account/providers/offers', [OwnProviderController::class, 'accept'])->own()->traces();
Endpoint::delete('account/providers/{id}', [OwnProviderController::class, 'remove'])->own()->reauthenticated()->traces();
Endpoint::get('providers/secrets', [ProviderController::class, 'secrets'])->needs(Permission::RulesRead);
Endpoint::put('providers/{key}/secret', [ProviderController::class, 'setSecret'])
    ->needs(Permission::RulesManage)
    ->reauthenticated()
    ->traces();
Endpoint::get('sessions', [SessionController::class, 'index'])->needs(Permission::SessionsRead);
Endpoint::get('sessions/day', [SessionController::class, 'day'])->needs(Permission::SessionsRead);
Endpoint::post('sessions/end', [SessionController::class, 'endMany'])
    ->needs(Permission::SessionsEnd)
    ->traces(request: ['ids'], response: ['ended', 'left']);
Endpoint::delete('sessions/{id}', [SessionController::class, 'end'])->needs(Permission::SessionsEnd)->traces();
Endpoint::get('accounts/{id}/providers', [ProviderController::class, 'ofAccount'])->needs(Permission::AccountsRead);
Endpoint::post('accounts/{id}/recovery', [RecoveryController::class, 'sendByOperator'])
    ->needs(Permission::MessagesSend)
    ->traces(response: ['state']);
