<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;
use Kennel\App\Pages\ShellController;

Route::redirect('/', '/console');
Route::get('/console/{path?}', [ShellController::class, 'console'])->where('path', '.*');
Route::get('/a/{app}/{page}', [ShellController::class, 'page'])->where(['app' => '[a-z0-9-]{1,40}', 'page' => 'sign-up|sign-in|verify|profile|signed-out']);
