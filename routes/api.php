<?php

declare(strict_types=1);

use Illuminate\Http\Response;
use Illuminate\Support\Facades\Route;
use Kennel\App\Http\Accounts\AccountController;
use Kennel\App\Http\Apps\AppController;
use Kennel\App\Http\Audit\AuditController;
use Kennel\App\Http\Bulk\BulkController;
use Kennel\App\Http\Cases\CaseController;
use Kennel\App\Http\Desk\AccountViewController;
use Kennel\App\Http\Disclosure\ConsentController;
use Kennel\App\Http\Disclosure\DirectoryController;
use Kennel\App\Http\Disclosure\DisclosureController;
use Kennel\App\Http\Evidence\EvidenceController;
use Kennel\App\Http\Exports\ExportController;
use Kennel\App\Http\Fields\FieldController;
use Kennel\App\Http\Guidance\GuidanceController;
use Kennel\App\Http\Health\HealthController;
use Kennel\App\Http\Imports\ImportController;
use Kennel\App\Http\Imports\ImportPlanController;
use Kennel\App\Http\Installation\InstallationController;
use Kennel\App\Http\Mail\MessageController;
use Kennel\App\Http\Mail\WordingController;
use Kennel\App\Http\Metadata\MetadataController;
use Kennel\App\Http\OpenApi\OpenApiController;
use Kennel\App\Http\Overview\OverviewController;
use Kennel\App\Http\Passwords\CalibrationController;
use Kennel\App\Http\Passwords\CensusController;
use Kennel\App\Http\Passwords\PasswordController;
use Kennel\App\Http\Passwords\PepperController;
use Kennel\App\Http\Passwords\WrappingController;
use Kennel\App\Http\Pictures\PictureController;
use Kennel\App\Http\Profile\OwnAccountController;
use Kennel\App\Http\Profile\OwnAddressController;
use Kennel\App\Http\Profile\OwnDataController;
use Kennel\App\Http\Protocol\Idempotency;
use Kennel\App\Http\Protocol\ThrottleSource;
use Kennel\App\Http\Recovery\RecoveryController;
use Kennel\App\Http\Roles\AccessController;
use Kennel\App\Http\Roles\CatalogueController;
use Kennel\App\Http\Roles\RoleController;
use Kennel\App\Http\Rules\DraftController;
use Kennel\App\Http\Rules\ImpactController;
use Kennel\App\Http\Rules\RevisionController;
use Kennel\App\Http\Rules\RulesController;
use Kennel\App\Http\Rules\UnderDraft;
use Kennel\App\Http\Sessions\CurrentSessionController;
use Kennel\App\Http\Sessions\RequireFreshProof;
use Kennel\App\Http\Sessions\RequirePermission;
use Kennel\App\Http\Sessions\SessionController;
use Kennel\App\Http\Signin\SigninController;
use Kennel\App\Http\Signup\SignupController;
use Kennel\App\Http\Verification\VerificationController;

/*
 * Every door, in the order of an account's life. What a door needs stands beside it: a permission, a limit for strangers, and for what hands
 * out power a password that was typed not long ago.
 */
Route::pattern('id', '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}');
Route::pattern('key', '[a-z0-9-]{1,40}');
Route::pattern('permission', '[a-z][a-z0-9_-]{0,39}:[a-z0-9*][a-z0-9_.*-]{0,59}');

Route::get('health', [HealthController::class, 'show']);
Route::get('installation', [InstallationController::class, 'show']);
Route::post('installation', [InstallationController::class, 'store'])->middleware(ThrottleSource::by('links'));
Route::get('openapi.json', [OpenApiController::class, 'show']);

// Open to everybody
Route::get('apps/{key}', [AppController::class, 'show'])->middleware(UnderDraft::class);
Route::get('apps/{key}/signup-schema', [AppController::class, 'signupSchema'])->middleware(UnderDraft::class);
Route::post('signups/forms', [SignupController::class, 'open'])->middleware([ThrottleSource::by('forms'), UnderDraft::class]);
Route::post('signups', [SignupController::class, 'store'])->middleware(Idempotency::class);
Route::post('signups/verdict', [SignupController::class, 'verdict'])->middleware([ThrottleSource::by('verdicts'), UnderDraft::class]);
Route::post('fields/verdict', [FieldController::class, 'verdict'])->middleware([ThrottleSource::by('verdicts'), UnderDraft::class]);
Route::post('verifications', [VerificationController::class, 'resend'])->middleware([ThrottleSource::by('resends'), Idempotency::class]);
Route::post('verifications/inspect', [VerificationController::class, 'inspect'])->middleware(ThrottleSource::by('links'));
Route::post('verifications/consume', [VerificationController::class, 'consume'])->middleware(ThrottleSource::by('links'));
Route::post('recoveries', [RecoveryController::class, 'store'])->middleware([ThrottleSource::by('recoveries'), Idempotency::class]);
Route::post('recoveries/inspect', [RecoveryController::class, 'inspect'])->middleware(ThrottleSource::by('links'));
Route::post('recoveries/consume', [RecoveryController::class, 'consume'])->middleware(ThrottleSource::by('links'));
Route::post('passwords/verdict', [PasswordController::class, 'verdict'])->middleware([ThrottleSource::by('verdicts'), UnderDraft::class]);
Route::post('sessions', [SigninController::class, 'store']);

// The browser's own session
Route::get('session', [CurrentSessionController::class, 'show']);
Route::delete('session', [SessionController::class, 'signOut']);
Route::post('session/proof', [SigninController::class, 'proveAgain']);

// The holder's own account. Open to limited accounts too: this is where duties are settled.
Route::get('account', [OwnAccountController::class, 'show']);
Route::patch('account', [OwnAccountController::class, 'edit']);
Route::patch('account/fields', [OwnAccountController::class, 'changeFields']);
Route::get('account/metadata', [MetadataController::class, 'showOwn']);
Route::put('account/metadata', [MetadataController::class, 'replaceOwn']);
Route::patch('account/metadata', [MetadataController::class, 'mergeOwn']);
Route::post('account/terms', [OwnAccountController::class, 'acceptTerms']);
Route::get('account/disclosure', [ConsentController::class, 'index']);
Route::put('account/disclosure', [ConsentController::class, 'update']);
Route::get('directory', [DirectoryController::class, 'index'])->middleware(ThrottleSource::by('verdicts'));
Route::get('account/data', [OwnDataController::class, 'show']);
Route::get('account/data/file', [OwnDataController::class, 'file']);
Route::post('account/address', [OwnAddressController::class, 'ask']);
// Pressed wherever the message is read, signed in or not: the link alone counts.
Route::post('account/address/take', [OwnAddressController::class, 'take'])->middleware(ThrottleSource::by('links'));
Route::post('account/close', [OwnAccountController::class, 'close']);
Route::put('account/password', [PasswordController::class, 'change']);
Route::put('account/pictures/{field}', [OwnAccountController::class, 'sendPicture'])->where('field', '[a-z][a-z0-9_]{0,39}');

// Operators. The permission is asked here, and again where the rows are read.
Route::get('overview', [OverviewController::class, 'show'])->middleware(RequirePermission::named('kennel:console'));
Route::get('rules', [RulesController::class, 'show'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('rules/draft', [DraftController::class, 'show'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::put('rules/draft', [DraftController::class, 'save'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::delete('rules/draft', [DraftController::class, 'discard'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::post('rules/draft/rebase', [DraftController::class, 'rebase'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::post('rules/draft/review', [DraftController::class, 'review'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::post('rules/draft/publish', [DraftController::class, 'publish'])->middleware([RequirePermission::named('kennel:rules.manage'), RequireFreshProof::class]);
Route::get('rules/revisions', [RevisionController::class, 'index'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('rules/revisions/{number}', [RevisionController::class, 'show'])->where('number', '[0-9]{1,9}')->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('rules/impact', [ImpactController::class, 'show'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::post('rules/impact', [ImpactController::class, 'begin'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::delete('rules/impact/{id}', [ImpactController::class, 'cancel'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::get('rules/impact/{id}/findings', [ImpactController::class, 'findings'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('rules/cases', [CaseController::class, 'index'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::post('rules/cases', [CaseController::class, 'store'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::post('disclosure/cases', [CaseController::class, 'storeDisclosure'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::delete('rules/cases/{id}', [CaseController::class, 'destroy'])->middleware(RequirePermission::named('kennel:rules.manage'));
Route::get('disclosure', [DisclosureController::class, 'index'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('disclosure/preview', [DisclosureController::class, 'preview'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::post('rules/logos', [PictureController::class, 'sendLogo'])->middleware(RequirePermission::named('kennel:rules.manage'));
// The real account page asks this one in the place of POST /signups, so the operator is read from the console's cookie.
Route::post('signups/rehearsal', [SignupController::class, 'rehearse'])->middleware(UnderDraft::class);
Route::get('signups/funnel', [SignupController::class, 'funnel'])->middleware(RequirePermission::named('kennel:signups.read'));
Route::get('fields', [FieldController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('fields/definitions', [FieldController::class, 'definitions'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('messages', [MessageController::class, 'index'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('mail/allowance', [MessageController::class, 'allowance'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('wordings', [WordingController::class, 'index'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('wordings/frame', [WordingController::class, 'frame'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('wordings/{key}', [WordingController::class, 'show'])->where('key', '[^/]{1,90}')->middleware(RequirePermission::named('kennel:rules.read'));
Route::post('wordings/preview', [WordingController::class, 'preview'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::post('wordings/sample', [WordingController::class, 'send'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::get('messages/{id}', [MessageController::class, 'show'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('messages/{id}/html', [MessageController::class, 'html'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::get('messages/{id}/eml', [MessageController::class, 'eml'])->middleware(RequirePermission::named('kennel:messages.read'));
Route::post('bounces', [MessageController::class, 'bounce'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::post('messages/{id}/release', [MessageController::class, 'release'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::post('messages/{id}/send-again', [MessageController::class, 'sendAgain'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::get('passwords/wrapping', [WrappingController::class, 'show'])->middleware(RequirePermission::named('kennel:passwords.read'));
Route::post('passwords/wrapping', [WrappingController::class, 'store'])->middleware([RequirePermission::named('kennel:passwords.manage'), RequireFreshProof::class]);
Route::delete('passwords/wrapping/{id}', [WrappingController::class, 'destroy'])->middleware(RequirePermission::named('kennel:passwords.manage'));
Route::get('passwords/guidance', [GuidanceController::class, 'passwords'])->middleware(RequirePermission::named('kennel:rules.read'));
Route::get('imports', [ImportController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::put('imports/{id}', [ImportController::class, 'store'])->middleware(RequirePermission::named('kennel:accounts.manage'))->whereUuid('id');
Route::get('imports/{id}', [ImportPlanController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('imports/{id}/preview', [ImportPlanController::class, 'preview'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('imports/{id}/check', [ImportPlanController::class, 'check'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::get('imports/{id}/report', [ImportController::class, 'report'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::get('import-plans', [ImportPlanController::class, 'kept'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('import-plans', [ImportPlanController::class, 'keep'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::delete('import-plans/{id}', [ImportPlanController::class, 'forget'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('imports/{id}/begin', [ImportController::class, 'begin'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::get('imports/{id}/rows', [ImportController::class, 'rows'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::delete('imports/{id}', [ImportController::class, 'destroy'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::get('passwords/peppers', [PepperController::class, 'index'])->middleware(RequirePermission::named('kennel:passwords.read'));
Route::get('passwords/calibration', [CalibrationController::class, 'show'])->middleware(RequirePermission::named('kennel:passwords.read'));
Route::post('passwords/calibration', [CalibrationController::class, 'store'])->middleware(RequirePermission::named('kennel:passwords.manage'));
Route::delete('passwords/calibration/{id}', [CalibrationController::class, 'destroy'])->middleware(RequirePermission::named('kennel:passwords.manage'));
Route::get('passwords/census', [CensusController::class, 'show'])->middleware(RequirePermission::named('kennel:passwords.read'));
Route::get('sessions', [SessionController::class, 'index'])->middleware(RequirePermission::named('kennel:sessions.read'));
Route::delete('sessions/{id}', [SessionController::class, 'end'])->middleware(RequirePermission::named('kennel:sessions.end'));
Route::get('roles', [RoleController::class, 'index'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::post('roles', [RoleController::class, 'store'])->middleware([RequirePermission::named('kennel:roles.manage'), RequireFreshProof::class]);
Route::put('roles/{key}', [RoleController::class, 'update'])->middleware([RequirePermission::named('kennel:roles.manage'), RequireFreshProof::class]);
Route::delete('roles/{key}', [RoleController::class, 'destroy'])->middleware([RequirePermission::named('kennel:roles.manage'), RequireFreshProof::class]);
Route::post('roles/{key}/effect', [RoleController::class, 'effect'])->middleware(RequirePermission::named('kennel:roles.manage'));
Route::get('roles/{key}/holders', [RoleController::class, 'holders'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::get('permissions', [CatalogueController::class, 'permissions'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::put('permissions/{permission}', [CatalogueController::class, 'register'])->middleware(RequirePermission::named('kennel:roles.manage'));
Route::delete('permissions/{permission}', [CatalogueController::class, 'unregister'])->middleware(RequirePermission::named('kennel:roles.manage'));
Route::get('permissions/{permission}/holders', [CatalogueController::class, 'whoMay'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::get('exclusions', [CatalogueController::class, 'exclusions'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::put('exclusions/{key}', [CatalogueController::class, 'exclude'])->middleware([RequirePermission::named('kennel:roles.manage'), RequireFreshProof::class]);
Route::delete('exclusions/{key}', [CatalogueController::class, 'allowAgain'])->middleware([RequirePermission::named('kennel:roles.manage'), RequireFreshProof::class]);
Route::get('accounts/{id}/roles', [AccessController::class, 'checklist'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::put('accounts/{id}/roles/{key}', [AccessController::class, 'give'])->middleware([RequirePermission::named('kennel:roles.give'), RequireFreshProof::class]);
Route::delete('accounts/{id}/roles/{key}', [AccessController::class, 'take'])->middleware([RequirePermission::named('kennel:roles.give'), RequireFreshProof::class]);
Route::get('accounts/{id}/why', [AccessController::class, 'why'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::post('accounts/{id}/why', [AccessController::class, 'whatIf'])->middleware(RequirePermission::named('kennel:roles.read'));
Route::post('decisions', [AccessController::class, 'decide'])->middleware(RequirePermission::named('kennel:decisions.ask'));
Route::get('apps', [AppController::class, 'index'])->middleware(RequirePermission::named('kennel:apps.read'));
Route::get('accounts', [AccountController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('account-views', [AccountViewController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('account-views', [AccountViewController::class, 'store'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::delete('account-views/{id}', [AccountViewController::class, 'destroy'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('exports', [ExportController::class, 'store'])->middleware([RequirePermission::named('kennel:accounts.export'), RequireFreshProof::class]);
Route::get('exports/{id}', [ExportController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.export'));
Route::get('exports/{id}/file', [ExportController::class, 'file'])->middleware(RequirePermission::named('kennel:accounts.export'));
Route::delete('exports/{id}', [ExportController::class, 'destroy'])->middleware(RequirePermission::named('kennel:accounts.export'));
Route::get('bulk-acts', [BulkController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('bulk-acts', [BulkController::class, 'store'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('bulk-acts/{id}', [BulkController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::delete('bulk-acts/{id}', [BulkController::class, 'cancel'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('bulk-acts/{id}/accounts', [BulkController::class, 'accounts'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('bulk-acts/{id}/begin', [BulkController::class, 'begin'])->middleware([RequirePermission::named('kennel:accounts.read'), RequireFreshProof::class]);
Route::post('bulk-acts/{id}/undo', [BulkController::class, 'undo'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('accounts/count', [AccountController::class, 'count'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('accounts', [AccountController::class, 'store'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::get('accounts/{id}', [AccountController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::patch('accounts/{id}', [AccountController::class, 'edit'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::post('accounts/{id}/suspend', [AccountController::class, 'suspend'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/restore', [AccountController::class, 'restore'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/close', [AccountController::class, 'close'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/reopen', [AccountController::class, 'reopen'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/verify', [AccountController::class, 'verify'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::post('accounts/{id}/sign-out', [AccountController::class, 'signOut'])->middleware(RequirePermission::named('kennel:sessions.end'));
Route::post('accounts/{id}/require-new-password', [AccountController::class, 'requireNewPassword'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::post('accounts/{id}/temporary-password', [AccountController::class, 'setTemporaryPassword'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::post('accounts/{id}/recovery', [RecoveryController::class, 'sendByOperator'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::post('accounts/{id}/waive', [AccountController::class, 'waive'])->middleware([RequirePermission::named('kennel:accounts.manage'), RequireFreshProof::class]);
Route::patch('accounts/{id}/fields', [AccountController::class, 'changeFields'])->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::get('accounts/{id}/metadata', [MetadataController::class, 'show'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::put('accounts/{id}/metadata/{kind}', [MetadataController::class, 'replace'])->where('kind', 'own|internal')->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::patch('accounts/{id}/metadata/{kind}', [MetadataController::class, 'merge'])->where('kind', 'own|internal')->middleware(RequirePermission::named('kennel:accounts.manage'));
Route::get('metadata-paths', [MetadataController::class, 'paths'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::post('accounts/{id}/verification', [VerificationController::class, 'resendByOperator'])->middleware(RequirePermission::named('kennel:messages.send'));
Route::get('challenges', [VerificationController::class, 'index'])->middleware(RequirePermission::named('kennel:accounts.read'));
Route::get('audit-events', [AuditController::class, 'index'])->middleware(RequirePermission::named('kennel:audit.read'));
Route::get('evidence', [EvidenceController::class, 'index'])->middleware(RequirePermission::named('kennel:evidence.read'));

// What bin/bench measures against: the framework and nothing else. Decided by the environment, so that a cached list has it or not.
if (config('kennel.bench') === true) {
    Route::get('bench/empty', static fn (): Response => new Response('{}', 200, ['Content-Type' => 'application/json']))->withoutMiddleware('api');
}
