<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;
use Kennel\App\OAuth\Http\AllowOrigins;
use Kennel\App\OAuth\Http\AuthorizeController;
use Kennel\App\OAuth\Http\DiscoveryController;
use Kennel\App\OAuth\Http\LeaveController;
use Kennel\App\OAuth\Http\TokenController;
use Kennel\App\OAuth\Http\UserInfoController;
use Kennel\App\Operations\Http\OpenApiController;

/*
 * The doors that apps come to tokens by (OAuth 2.1, OpenID Connect). The standards decide what goes in and out; no cookie of ours counts at any of them.
 */
Route::get('.well-known/openid-configuration', [DiscoveryController::class, 'show'])->middleware(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Route::get('.well-known/oauth-authorization-server', [DiscoveryController::class, 'show'])->middleware(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Route::get('oauth/jwks', [DiscoveryController::class, 'keys'])->middleware(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Route::get('oauth/openapi.json', [OpenApiController::class, 'oauth'])->middleware(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Route::match(['get', 'post'], 'oauth/authorize', [AuthorizeController::class, 'begin']);
Route::match(['get', 'post'], 'oauth/logout', [LeaveController::class, 'begin']);
Route::middleware(AllowOrigins::class)->group(static function (): void {
    Route::match(['post', 'options'], 'oauth/token', [TokenController::class, 'token']);
    Route::match(['post', 'options'], 'oauth/introspect', [TokenController::class, 'introspect']);
    Route::match(['post', 'options'], 'oauth/revoke', [TokenController::class, 'revoke']);
    Route::match(['post', 'options'], 'oauth/par', [TokenController::class, 'push']);
    Route::match(['post', 'options'], 'oauth/device', [TokenController::class, 'device']);
    Route::match(['get', 'post', 'options'], 'oauth/userinfo', [UserInfoController::class, 'show']);
});
