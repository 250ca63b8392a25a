<?php

declare(strict_types=1);

use Kennel\App\Administration\Http\AccountController;
use Kennel\App\Administration\Http\AccountViewController;
use Kennel\App\Administration\Http\AuditController;
use Kennel\App\Administration\Http\BulkController;
use Kennel\App\Administration\Http\DisclosureController;
use Kennel\App\Administration\Http\EvidenceController;
use Kennel\App\Administration\Http\ExportController;
use Kennel\App\Administration\Http\ImportController;
use Kennel\App\Administration\Http\ImportPlanController;
use Kennel\App\Administration\Http\InviteController;
use Kennel\App\Administration\Http\MessageController;
use Kennel\App\Administration\Http\OwnAccountController;
use Kennel\App\Administration\Http\OwnAddressController;
use Kennel\App\Administration\Http\OwnDataController;
use Kennel\App\Administration\Http\StandInController;
use Kennel\App\Endpoint;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::get('account', [OwnAccountController::class, 'show'])->own()->traces(response: ['id', 'version', 'access', 'owed']);
Endpoint::patch('account', [OwnAccountController::class, 'edit'])
    ->own()
    ->traces(request: ['name', 'language'], response: ['id', 'version', 'access', 'owed']);
Endpoint::patch('account/fields', [OwnAccountController::class, 'changeFields'])
    ->own()
    ->traces(request: ['fields'], response: ['id', 'version', 'access', 'owed']);
Endpoint::post('account/terms', [OwnAccountController::class, 'acceptTerms'])
    ->own()
    ->traces(request: ['version'], response: ['id', 'version', 'access', 'owed']);
Endpoint::get('account/data', [OwnDataController::class, 'show'])->own();
Endpoint::get('account/data/file', [OwnDataController::class, 'file'])->own();
Endpoint::post('account/address', [OwnAddressController::class, 'ask'])->own()->traces(request: ['email'], response: ['state']);
// Pressed wherever the message is read, signed in or not: the link alone counts.
Endpoint::post('account/address/take', [OwnAddressController::class, 'take'])
    ->open()
    ->throttled('links')
    ->traces(response: ['address', 'app']);
Endpoint::post('account/address/undo/inspect', [OwnAddressController::class, 'inspectUndo'])
    ->open()
    ->throttled('links')
    ->traces(response: ['before', 'after']);
Endpoint::post('account/address/undo', [OwnAddressController::class, 'undo'])
    ->open()
    ->throttled('links')
    ->traces(response: ['address', 'app']);
Endpoint::post('account/close', [OwnAccountController::class, 'close'])->own()->traces(response: ['reopenable_until']);
Endpoint::put('account/pictures/{field}', [OwnAccountController::class, 'sendPicture'])->where('field', '[a-z][a-z0-9_]{0,39}')
    ->own()
    ->traces(response: ['id', 'version', 'access', 'owed']);
Endpoint::get('disclosure', [DisclosureController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::get('disclosure/preview', [DisclosureController::class, 'preview'])->needs(Permission::RulesRead);
Endpoint::post('invitations', [InviteController::class, 'send'])
    ->needs(Permission::InvitationsSend)
    ->reauthenticated()
    ->idempotent()
    ->traces(request: ['app', 'roles', 'language', 'way', 'until'], response: ['batch_id', 'sent', 'given']);
Endpoint::post('invitations/read', [InviteController::class, 'read'])->needs(Permission::InvitationsSend)->traces();
Endpoint::post('invitations/judge', [InviteController::class, 'judge'])->needs(Permission::InvitationsSend)->untraced();
Endpoint::post('invitations/preview', [InviteController::class, 'preview'])->needs(Permission::InvitationsSend)->untraced();
Endpoint::post('invitations/sample', [InviteController::class, 'sample'])
    ->needs(Permission::InvitationsSend)
    ->traces(request: ['app'], response: ['id', 'recipient']);
Endpoint::get('messages', [MessageController::class, 'index'])->needs(Permission::MessagesRead);
Endpoint::get('mail/allowance', [MessageController::class, 'allowance'])->needs(Permission::MessagesRead);
Endpoint::get('mail/stand-in', [StandInController::class, 'show'])->needs(Permission::MessagesRead);
Endpoint::put('mail/stand-in', [StandInController::class, 'switch'])
    ->needs(Permission::MessagesSend)
    ->traces(request: ['mode'], response: ['mode']);
Endpoint::get('mailboxes', [StandInController::class, 'mailboxes'])->needs(Permission::MessagesRead);
Endpoint::get('mailboxes/one', [StandInController::class, 'mailbox'])->needs(Permission::MessagesRead);
Endpoint::get('mailboxes/one/mbox', [StandInController::class, 'mbox'])->needs(Permission::MessagesRead);
Endpoint::get('messages/{id}', [MessageController::class, 'show'])->needs(Permission::MessagesRead);
Endpoint::get('messages/{id}/html', [MessageController::class, 'html'])->needs(Permission::MessagesRead);
Endpoint::get('messages/{id}/eml', [MessageController::class, 'eml'])->needs(Permission::MessagesRead);
Endpoint::post('texts', [MessageController::class, 'text'])->needs(Permission::MessagesSend)->traces(response: ['id', 'kind', 'state']);
Endpoint::post('texts/count', [MessageController::class, 'count'])->needs(Permission::MessagesSend)->untraced();
Endpoint::post('bounces', [MessageController::class, 'bounce'])->needs(Permission::MessagesSend)->traces(response: ['items']);
Endpoint::post('messages/{id}/release', [MessageController::class, 'release'])
    ->needs(Permission::MessagesSend)
    ->traces(response: ['id', 'kind', 'state']);
Endpoint::post('messages/{id}/send-again', [MessageController::class, 'sendAgain'])
    ->needs(Permission::MessagesSend)
    ->traces(response: ['id', 'kind', 'state', 'attempts']);
Endpoint::get('imports', [ImportController::class, 'index'])->needs(Permission::AccountsManage);
Endpoint::put('imports/{id}', [ImportController::class, 'store'])->whereUuid('id')
    ->needs(Permission::AccountsManage)
    ->traces(response: ['id', 'name', 'state']);
Endpoint::get('imports/{id}', [ImportPlanController::class, 'show'])->needs(Permission::AccountsManage);
Endpoint::post('imports/{id}/preview', [ImportPlanController::class, 'preview'])->needs(Permission::AccountsManage)->traces();
Endpoint::post('imports/{id}/check', [ImportPlanController::class, 'check'])
    ->needs(Permission::AccountsManage)
    ->traces(response: ['id', 'name', 'state']);
Endpoint::get('imports/{id}/report', [ImportController::class, 'report'])->needs(Permission::AccountsManage);
Endpoint::get('import-plans', [ImportPlanController::class, 'kept'])->needs(Permission::AccountsManage);
Endpoint::post('import-plans', [ImportPlanController::class, 'keep'])->needs(Permission::AccountsManage)->traces(request: ['name']);
Endpoint::delete('import-plans/{id}', [ImportPlanController::class, 'forget'])->needs(Permission::AccountsManage)->traces();
Endpoint::post('imports/{id}/begin', [ImportController::class, 'begin'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['reason'], response: ['id', 'name', 'state']);
Endpoint::get('imports/{id}/rows', [ImportController::class, 'rows'])->needs(Permission::AccountsManage);
Endpoint::delete('imports/{id}', [ImportController::class, 'destroy'])->needs(Permission::AccountsManage)->traces();
Endpoint::get('accounts', [AccountController::class, 'index'])->needs(Permission::AccountsRead);
Endpoint::get('account-views', [AccountViewController::class, 'index'])->needs(Permission::AccountsRead);
Endpoint::post('account-views', [AccountViewController::class, 'store'])
    ->needs(Permission::AccountsRead)
    ->traces(request: ['name', 'is_shared', 'where', 'sort'], response: ['id']);
Endpoint::delete('account-views/{id}', [AccountViewController::class, 'destroy'])->needs(Permission::AccountsRead)->traces();
Endpoint::post('exports', [ExportController::class, 'store'])
    ->needs(Permission::AccountsExport)
    ->reauthenticated()
    ->traces(request: ['format', 'columns', 'where', 'sort'], response: ['id', 'state', 'total', 'done', 'bytes']);
Endpoint::get('exports/{id}', [ExportController::class, 'show'])->needs(Permission::AccountsExport);
Endpoint::get('exports/{id}/file', [ExportController::class, 'file'])->needs(Permission::AccountsExport);
Endpoint::delete('exports/{id}', [ExportController::class, 'destroy'])->needs(Permission::AccountsExport)->traces();
Endpoint::get('bulk-acts', [BulkController::class, 'index'])->needs(Permission::AccountsRead);
Endpoint::post('bulk-acts', [BulkController::class, 'store'])
    ->needs(Permission::AccountsRead)
    ->traces(request: ['act', 'parameters', 'all', 'where'], response: ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']);
Endpoint::get('bulk-acts/{id}', [BulkController::class, 'show'])->needs(Permission::AccountsRead);
Endpoint::delete('bulk-acts/{id}', [BulkController::class, 'cancel'])
    ->needs(Permission::AccountsRead)
    ->traces(response: ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']);
Endpoint::get('bulk-acts/{id}/accounts', [BulkController::class, 'accounts'])->needs(Permission::AccountsRead);
Endpoint::post('bulk-acts/{id}/begin', [BulkController::class, 'begin'])
    ->needs(Permission::AccountsRead)
    ->reauthenticated()
    ->traces(request: ['reason'], response: ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']);
Endpoint::post('bulk-acts/{id}/undo', [BulkController::class, 'undo'])
    ->needs(Permission::AccountsRead)
    ->traces(response: ['id', 'act', 'state', 'total', 'planned', 'changed', 'left_out']);
Endpoint::get('accounts/count', [AccountController::class, 'count'])->needs(Permission::AccountsRead);
Endpoint::post('accounts', [AccountController::class, 'store'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['app', 'name', 'email', 'way', 'verified', 'reason', 'suspended', 'fields', 'metadata', 'roles', 'must_change']);
Endpoint::get('accounts/{id}', [AccountController::class, 'show'])->needs(Permission::AccountsRead);
Endpoint::patch('accounts/{id}', [AccountController::class, 'edit'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(
        request: ['name', 'email', 'verified', 'status', 'fields', 'must_change', 'reason'],
        response: ['id', 'version', 'status', 'access'],
    );
Endpoint::post('accounts/{id}/suspend', [AccountController::class, 'suspend'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/restore', [AccountController::class, 'restore'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/close', [AccountController::class, 'close'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/reopen', [AccountController::class, 'reopen'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/verify', [AccountController::class, 'verify'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/sign-out', [AccountController::class, 'signOut'])
    ->needs(Permission::SessionsEnd)
    ->traces(request: ['reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/require-new-password', [AccountController::class, 'requireNewPassword'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason', 'compromised'], response: ['id', 'version', 'status', 'access']);
Endpoint::post('accounts/{id}/temporary-password', [AccountController::class, 'setTemporaryPassword'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['reason', 'mailed']);
Endpoint::post('accounts/{id}/waive', [AccountController::class, 'waive'])
    ->needs(Permission::AccountsManage)
    ->reauthenticated()
    ->traces(request: ['subject', 'reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::patch('accounts/{id}/fields', [AccountController::class, 'changeFields'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['fields', 'reason'], response: ['id', 'version', 'status', 'access']);
Endpoint::get('audit-events', [AuditController::class, 'index'])->needs(Permission::AuditRead);
Endpoint::get('evidence', [EvidenceController::class, 'index'])->needs(Permission::EvidenceRead);
