<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;
use Kennel\App\Endpoint;
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
Endpoint::get('.well-known/openid-configuration', [DiscoveryController::class, 'show'])->open()->through(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Endpoint::get('.well-known/oauth-authorization-server', [DiscoveryController::class, 'show'])->open()->through(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Endpoint::get('oauth/jwks', [DiscoveryController::class, 'keys'])->open()->through(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Endpoint::get('oauth/openapi.json', [OpenApiController::class, 'oauth'])->open()->through(AllowOrigins::class.':'.AllowOrigins::EVERYBODY);
Endpoint::match(['get', 'post'], 'oauth/authorize', [AuthorizeController::class, 'begin'])->open()->traces();
Endpoint::match(['get', 'post'], 'oauth/logout', [LeaveController::class, 'begin'])->open()->traces();
Route::middleware(AllowOrigins::class)->group(static function (): void {
    Endpoint::match(['post', 'options'], 'oauth/token', [TokenController::class, 'token'])->open()->traces(request: ['grant_type', 'client_id', 'redirect_uri', 'scope', 'resource', 'client_assertion_type'], response: ['expires_in', 'scope', 'error', 'error_description']);
    Endpoint::match(['post', 'options'], 'oauth/introspect', [TokenController::class, 'introspect'])->open()->traces(request: ['client_id'], response: ['active', 'scope', 'client_id', 'exp', 'error', 'error_description']);
    Endpoint::match(['post', 'options'], 'oauth/revoke', [TokenController::class, 'revoke'])->open()->traces(request: ['client_id'], response: ['error', 'error_description']);
    Endpoint::match(['post', 'options'], 'oauth/par', [TokenController::class, 'push'])->open()->traces(request: ['client_id', 'response_type', 'redirect_uri', 'scope', 'prompt', 'max_age'], response: ['expires_in', 'error', 'error_description']);
    Endpoint::match(['post', 'options'], 'oauth/device', [TokenController::class, 'device'])->open()->traces(request: ['client_id', 'scope'], response: ['expires_in', 'interval', 'error', 'error_description']);
    Endpoint::match(['get', 'post', 'options'], 'oauth/userinfo', [UserInfoController::class, 'show'])->open()->traces(response: ['sub', 'error', 'error_description']);
});
