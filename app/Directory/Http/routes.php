<?php

declare(strict_types=1);

use Kennel\App\Directory\Http\ConsentController;
use Kennel\App\Directory\Http\DirectoryController;
use Kennel\App\Directory\Http\FieldController;
use Kennel\App\Directory\Http\MetadataController;
use Kennel\App\Directory\Http\PictureController;
use Kennel\App\Endpoint;
use Kennel\Core\Foundation\Permissions\Permission;

Endpoint::post('fields/verdict', [FieldController::class, 'verdict'])->open()->throttled('verdicts')->underDraft()->untraced();
Endpoint::get('account/metadata', [MetadataController::class, 'showOwn'])->own()->traces(response: ['version']);
Endpoint::put('account/metadata', [MetadataController::class, 'replaceOwn'])->own()->traces(response: ['version']);
Endpoint::patch('account/metadata', [MetadataController::class, 'mergeOwn'])->own()->traces(response: ['version']);
Endpoint::get('account/disclosure', [ConsentController::class, 'index'])->own();
Endpoint::put('account/disclosure', [ConsentController::class, 'update'])->own()->traces(request: ['audience', 'field', 'agreed']);
Endpoint::get('directory', [DirectoryController::class, 'index'])->own()->throttled('verdicts');
Endpoint::post('rules/logos', [PictureController::class, 'sendLogo'])->needs(Permission::RulesManage)->traces(response: ['id']);
Endpoint::get('fields', [FieldController::class, 'index'])->needs(Permission::AccountsRead);
Endpoint::get('fields/definitions', [FieldController::class, 'definitions'])->needs(Permission::AccountsRead);
Endpoint::get('accounts/{id}/metadata', [MetadataController::class, 'show'])->needs(Permission::AccountsRead);
Endpoint::put('accounts/{id}/metadata/{kind}', [MetadataController::class, 'replace'])->where('kind', 'own|internal')
    ->needs(Permission::AccountsManage)
    ->traces(response: ['version']);
Endpoint::patch('accounts/{id}/metadata/{kind}', [MetadataController::class, 'merge'])->where('kind', 'own|internal')
    ->needs(Permission::AccountsManage)
    ->traces(response: ['version']);
Endpoint::get('metadata-paths', [MetadataController::class, 'paths'])->needs(Permission::AccountsRead);
