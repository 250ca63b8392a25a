<?php

declare(strict_types=1);

use Kennel\App\Endpoint;
use Kennel\App\Registration\Http\AcceptanceController;
use Kennel\App\Registration\Http\InvitationController;
use Kennel\App\Registration\Http\SignupController;
use Kennel\App\Registration\Http\VerificationController;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::post('signups/forms', [SignupController::class, 'open'])
    ->open()
    ->throttled('forms')
    ->underDraft()
    ->traces(request: ['app'], response: ['wait_seconds', 'work_bits', 'trap']);
Endpoint::post('signups', [SignupController::class, 'store'])
    ->open()
    ->idempotent()
    ->traces(request: ['app', 'name', 'email', 'terms', 'fields'], response: ['state']);
Endpoint::post('signups/verdict', [SignupController::class, 'verdict'])->open()->throttled('verdicts')->underDraft()->untraced();
Endpoint::post('verifications', [VerificationController::class, 'resend'])
    ->open()
    ->throttled('resends')
    ->idempotent()
    ->traces(request: ['email'], response: ['state']);
Endpoint::post('verifications/inspect', [VerificationController::class, 'inspect'])
    ->open()
    ->throttled('links')
    ->traces(response: ['address', 'asks', 'asks_name']);
Endpoint::post('verifications/consume', [VerificationController::class, 'consume'])
    ->open()
    ->throttled('links')
    ->traces(request: ['name'], response: ['address', 'app']);
Endpoint::post('invitations/inspect', [AcceptanceController::class, 'inspect'])
    ->open()
    ->throttled('links')
    ->traces(response: ['app', 'address', 'asks']);
Endpoint::post('invitations/accept', [AcceptanceController::class, 'store'])
    ->open()
    ->throttled('links')
    ->traces(request: ['name'], response: ['address', 'app']);
// The real account page asks this one in the place of POST /signups, so the operator is read from the console's cookie.
Endpoint::post('signups/rehearsal', [SignupController::class, 'rehearse'])->own()->underDraft()->untraced();
Endpoint::get('signups/funnel', [SignupController::class, 'funnel'])->needs(Permission::SignupsRead);
Endpoint::get('invitations', [InvitationController::class, 'index'])->needs(Permission::InvitationsRead);
Endpoint::get('invitations/figures', [InvitationController::class, 'figures'])->needs(Permission::InvitationsRead);
Endpoint::get('invitations/{id}', [InvitationController::class, 'show'])->needs(Permission::InvitationsRead);
Endpoint::post('invitations/resend', [InvitationController::class, 'resend'])
    ->needs(Permission::InvitationsSend)
    ->traces(request: ['ids'], response: ['done', 'left']);
Endpoint::post('invitations/withdraw', [InvitationController::class, 'withdraw'])
    ->needs(Permission::InvitationsSend)
    ->traces(request: ['ids'], response: ['done', 'left']);
Endpoint::post('invitations/extend', [InvitationController::class, 'extend'])
    ->needs(Permission::InvitationsSend)
    ->traces(request: ['ids', 'until'], response: ['done', 'left']);
Endpoint::post('accounts/{id}/verification', [VerificationController::class, 'resendByOperator'])
    ->needs(Permission::MessagesSend)
    ->traces(response: ['state']);
Endpoint::get('challenges', [VerificationController::class, 'index'])->needs(Permission::AccountsRead);
