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
use Kennel\App\Rules\RulesController;
use Kennel\App\Sessions\CurrentSessionController;
use Kennel\App\Sessions\RequirePermission;
use Kennel\App\Sessions\SessionController;
use Kennel\App\Signin\SigninController;
use Kennel\App\Signup\SignupController;
use Kennel\App\Verification\VerificationController;

/*
 * Every door, in the order of an account's life. What a door needs stands beside it.
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

// Operators. The permission is asked here, and again where the rows are read.
Route::get('overview', [OverviewController::class, 'show'])->middleware(RequirePermission::named('kennel:console'));
Route::get('rules', [RulesController::class, 'show'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('signups/days', [SignupController::class, 'days'])->middleware(RequirePermission::named('kennel:signups.read'));
Route::get('messages', [MessageController::class, 'index'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('messages/{id}', [MessageController::class, 'show'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('messages/{id}/html', [MessageController::class, 'html'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('messages/{id}/eml', [MessageController::class, 'eml'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::post('messages/{id}/send-again', [MessageController::class, 'sendAgain'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::get('passwords/census', [CensusController::class, 'show'])->middleware(RequirePermission::named('kennel:passwords.read'));
Route::get('sessions', [SessionController::class, 'index'])->middleware(RequirePermission::named('kennel:sessions.read'));
Route::delete('sessions/{id}', [SessionController::class, 'end'])->middleware(RequirePermission::named('kennel:sessions.end'));
Route::get('roles', [RoleController::class, 'index'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::get('apps', [AppController::class, 'index'])->middleware(RequirePermission::named('kennel:apps.read'));
Route::get('accounts', [AccountController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('accounts/{id}', [AccountController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('accounts/{id}/suspend', [AccountController::class, 'suspend'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/restore', [AccountController::class, 'restore'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/verification', [VerificationController::class, 'resendByOperator'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::get('challenges', [VerificationController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('audit-events', [AuditController::class, 'index'])->middleware(RequirePermission::named('kennel:audit.read'));
Route::get('evidence', [EvidenceController::class, 'index'])->middleware(RequirePermission::named('kennel:evidence.read'));

// What bin/bench measures against: the framework and nothing else. Decided by the environment, so that a cached list has it or not.
if (config('kennel.bench') === true) {
    Route::get('bench/empty', static fn (): Response => new Response('{}', 200, ['Content-Type' => 'application/json']))->withoutMiddleware('api');
}
