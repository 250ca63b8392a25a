<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;
use Kennel\App\Directory\Http\PictureController;
use Kennel\App\Directory\Pictures\PictureLinks;
use Kennel\App\Operations\Http\ShellController;

Route::redirect('/', '/console');
Route::get('/pictures/{id}/generated', [PictureController::class, 'generated'])->where('id', '[0-9a-f-]{36}');
Route::get('/pictures/{id}/{size}', [PictureController::class, 'show'])->where(['id' => '[0-9a-f-]{36}', 'size' => '[0-9]{2,4}'])->name(PictureLinks::ROUTE);
Route::get('/console/{path?}', [ShellController::class, 'console'])->where('path', '.*');
Route::get('/reference', [ShellController::class, 'reference']);
Route::get('/a/{app}/{page?}', [ShellController::class, 'page'])->where('app', '[a-z0-9-]{1,40}')->defaults('page', '');
