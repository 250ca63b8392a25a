<?php

declare(strict_types=1);

use Illuminate\Http\Response;
use Illuminate\Support\Facades\Route;
use Kennel\App\Accounts\AccountController;
use Kennel\App\Apps\AppController;
use Kennel\App\Audit\AuditController;
use Kennel\App\Evidence\EvidenceController;
use Kennel\App\Health\HealthController;
use Kennel\App\Mail\MessageController;
use Kennel\App\Overview\OverviewController;
use Kennel\App\Passwords\CensusController;
use Kennel\App\Platform\Http\Idempotency;
use Kennel\App\Platform\Http\OpenApiController;
use Kennel\App\Roles\RoleController;
use Kennel\App\Sessions\CurrentSessionController;
use Kennel\App\Sessions\SessionController;
use Kennel\App\Signin\SigninController;
use Kennel\App\Signup\SignupController;
use Kennel\App\Verification\VerificationController;

/*
 * Every door, in the order of an account's life. What a door needs (a session, a permission) is the first line of its method, and
 * is asked again where the rows are read.
 */
Route::pattern('id', '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}');
Route::pattern('key', '[a-z0-9-]{1,40}');

Route::get('health', [HealthController::class, 'show']);
Route::get('openapi.json', [OpenApiController::class, 'show']);

// Open to everybody
Route::get('apps/{key}', [AppController::class, 'show']);
Route::post('signups', [SignupController::class, 'store'])->middleware(Idempotency::class);
Route::post('signups/verdict', [SignupController::class, 'verdict']);
Route::post('verifications', [VerificationController::class, 'resend'])->middleware(Idempotency::class);
Route::post('verifications/inspect', [VerificationController::class, 'inspect']);
Route::post('verifications/consume', [VerificationController::class, 'consume']);
Route::post('sessions', [SigninController::class, 'store']);

// The browser's own session
Route::get('session', [CurrentSessionController::class, 'show']);
Route::delete('session', [SessionController::class, 'signOut']);

// Operators
Route::get('overview', [OverviewController::class, 'show']);
Route::get('signups/days', [SignupController::class, 'days']);
Route::get('messages', [MessageController::class, 'index']);
Route::get('messages/{id}', [MessageController::class, 'show']);
Route::get('messages/{id}/html', [MessageController::class, 'html']);
Route::get('messages/{id}/eml', [MessageController::class, 'eml']);
Route::post('messages/{id}/send-again', [MessageController::class, 'sendAgain']);
Route::get('passwords/census', [CensusController::class, 'show']);
Route::get('sessions', [SessionController::class, 'index']);
Route::delete('sessions/{id}', [SessionController::class, 'end']);
Route::get('roles', [RoleController::class, 'index']);
Route::get('apps', [AppController::class, 'index']);
Route::get('accounts', [AccountController::class, 'index']);
Route::get('accounts/{id}', [AccountController::class, 'show']);
Route::post('accounts/{id}/suspend', [AccountController::class, 'suspend']);
Route::post('accounts/{id}/restore', [AccountController::class, 'restore']);
Route::post('accounts/{id}/verification', [VerificationController::class, 'resendByOperator']);
Route::get('challenges', [VerificationController::class, 'index']);
Route::get('audit-events', [AuditController::class, 'index']);
Route::get('evidence', [EvidenceController::class, 'index']);

// What bin/bench measures against: the framework and nothing else. Decided by the environment, so that a cached list has it or not.
if (config('kennel.bench') === true) {
    Route::get('bench/empty', static fn (): Response => new Response('{}', 200, ['Content-Type' => 'application/json']))->withoutMiddleware('api');
}
