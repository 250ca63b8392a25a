<?php

declare(strict_types=1);

use Kennel\App\Endpoint;
use Kennel\App\Policy\Http\AppController;
use Kennel\App\Policy\Http\BrakeController;
use Kennel\App\Policy\Http\CaseController;
use Kennel\App\Policy\Http\DraftController;
use Kennel\App\Policy\Http\GuidanceController;
use Kennel\App\Policy\Http\ImpactController;
use Kennel\App\Policy\Http\JourneyController;
use Kennel\App\Policy\Http\RehearsalController;
use Kennel\App\Policy\Http\RevisionController;
use Kennel\App\Policy\Http\RulesController;
use Kennel\App\Policy\Http\TrialController;
use Kennel\App\Policy\Http\WordingController;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::get('apps/{key}', [AppController::class, 'show'])->open()->underDraft()->traces(response: ['key', 'name']);
Endpoint::get('apps/{key}/signup-schema', [AppController::class, 'signupSchema'])->open()->underDraft()->traces(response: ['title']);
Endpoint::get('rules', [RulesController::class, 'show'])->needs(Permission::RulesRead);
Endpoint::get('rules/draft', [DraftController::class, 'show'])->needs(Permission::RulesRead);
Endpoint::put('rules/draft', [DraftController::class, 'save'])
    ->needs(Permission::RulesManage)
    ->traces(response: ['version', 'base_revision', 'changes']);
Endpoint::delete('rules/draft', [DraftController::class, 'discard'])->needs(Permission::RulesManage)->traces();
Endpoint::post('rules/draft/rebase', [DraftController::class, 'rebase'])
    ->needs(Permission::RulesManage)
    ->traces(response: ['version', 'base_revision', 'changes', 'conflicts']);
Endpoint::post('rules/draft/review', [DraftController::class, 'review'])
    ->needs(Permission::RulesManage)
    ->traces(response: ['version', 'base_revision', 'reviewed_by']);
Endpoint::post('rules/draft/publish', [DraftController::class, 'publish'])
    ->needs(Permission::RulesManage)
    ->reauthenticated()
    ->traces(request: ['reason', 'overrule'], response: ['number', 'reason', 'overruled']);
Endpoint::get('rules/revisions', [RevisionController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::get('rules/revisions/{number}', [RevisionController::class, 'show'])->where('number', '[0-9]{1,9}')->needs(Permission::RulesRead);
Endpoint::get('rules/impact', [ImpactController::class, 'show'])->needs(Permission::RulesRead);
Endpoint::post('rules/impact', [ImpactController::class, 'begin'])->needs(Permission::RulesManage)->traces();
Endpoint::delete('rules/impact/{id}', [ImpactController::class, 'cancel'])->needs(Permission::RulesManage)->traces();
Endpoint::get('rules/impact/{id}/findings', [ImpactController::class, 'findings'])->needs(Permission::AccountsRead);
Endpoint::get('rules/cases', [CaseController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::post('rules/cases', [CaseController::class, 'store'])
    ->needs(Permission::RulesManage)
    ->traces(request: ['case', 'app'], response: ['id', 'expected']);
Endpoint::post('disclosure/cases', [CaseController::class, 'storeDisclosure'])
    ->needs(Permission::RulesManage)
    ->traces(request: ['case', 'field', 'audience'], response: ['id', 'expected']);
Endpoint::post('wordings/cases', [CaseController::class, 'storeWording'])
    ->needs(Permission::RulesManage)
    ->traces(request: ['case', 'key'], response: ['id', 'expected']);
Endpoint::delete('rules/cases/{id}', [CaseController::class, 'destroy'])->needs(Permission::RulesManage)->traces();
Endpoint::post('apps/{key}/trial', [TrialController::class, 'play'])->needs(Permission::RulesManage)->untraced();
Endpoint::get('rehearsals', [RehearsalController::class, 'index'])->needs(Permission::RulesManage);
Endpoint::post('rehearsals', [RehearsalController::class, 'begin'])->needs(Permission::RulesManage)->untraced();
Endpoint::get('rehearsals/{id}', [RehearsalController::class, 'show'])->needs(Permission::RulesManage);
Endpoint::delete('rehearsals/{id}', [RehearsalController::class, 'end'])->needs(Permission::RulesManage)->untraced();
Endpoint::post('rehearsals/{id}/next', [RehearsalController::class, 'next'])->needs(Permission::RulesManage)->untraced();
Endpoint::post('rehearsals/{id}/steps', [RehearsalController::class, 'step'])->needs(Permission::RulesManage)->untraced();
Endpoint::post('rehearsals/{id}/clock', [RehearsalController::class, 'clock'])->needs(Permission::RulesManage)->untraced();
Endpoint::post('rehearsals/{id}/wire', [RehearsalController::class, 'wire'])->needs(Permission::RulesManage)->untraced();
Endpoint::get('journeys', [JourneyController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::post('journeys', [JourneyController::class, 'store'])
    ->needs(Permission::RulesManage)
    ->traces(request: ['title', 'rehearsal', 'app'], response: ['id']);
Endpoint::post('journeys/import', [JourneyController::class, 'import'])->needs(Permission::RulesManage)->traces();
Endpoint::post('journeys/{id}/run', [JourneyController::class, 'run'])->needs(Permission::RulesManage)->untraced();
Endpoint::delete('journeys/{id}', [JourneyController::class, 'destroy'])->needs(Permission::RulesManage)->traces();
Endpoint::get('wordings', [WordingController::class, 'index'])->needs(Permission::RulesRead);
Endpoint::get('wordings/frame', [WordingController::class, 'frame'])->needs(Permission::Console);
Endpoint::get('wordings/{key}', [WordingController::class, 'show'])->where('key', '[^/]{1,90}')->needs(Permission::RulesRead);
Endpoint::post('wordings/preview', [WordingController::class, 'preview'])->needs(Permission::RulesRead)->untraced();
Endpoint::post('wordings/sample', [WordingController::class, 'send'])
    ->needs(Permission::MessagesSend)
    ->traces(request: ['key'], response: ['id', 'recipient']);
Endpoint::get('signins/guidance', [GuidanceController::class, 'signin'])->needs(Permission::RulesRead);
Endpoint::get('passwords/guidance', [GuidanceController::class, 'passwords'])->needs(Permission::RulesRead);
Endpoint::get('brakes/held', [BrakeController::class, 'held'])->needs(Permission::SessionsRead);
Endpoint::post('brakes/release', [BrakeController::class, 'releaseSource'])
    ->needs(Permission::SessionsEnd)
    ->traces(request: ['kind', 'source', 'reason']);
Endpoint::get('brakes/guesses', [BrakeController::class, 'guesses'])->needs(Permission::RulesRead);
Endpoint::get('brakes/replay', [BrakeController::class, 'replay'])->needs(Permission::RulesRead);
Endpoint::get('apps', [AppController::class, 'index'])->needs(Permission::AppsRead);
Endpoint::post('accounts/{id}/release', [BrakeController::class, 'releaseAccount'])
    ->needs(Permission::AccountsManage)
    ->traces(request: ['reason']);
