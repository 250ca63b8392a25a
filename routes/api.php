<?php

declare(strict_types=1);

use Illuminate\Http\Response;
use Illuminate\Support\Facades\Route;
use Kennel\App\Areas;

/*
 * The API: each area's endpoints, which say beside themselves what they need and what the trace may keep of them.
 */
Route::pattern('id', '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}');
Route::pattern('key', '[a-z0-9-]{1,40}');
Route::pattern('permission', '[a-z][a-z0-9_-]{0,39}:[a-z0-9*][a-z0-9_.*-]{0,59}');

foreach (Areas::routes() as $file) {
    require $file;
}

// What bin/bench measures against: the framework and nothing else. Decided by the environment, so that a cached list has it or not.
if (config('kennel.bench') === true) {
    Route::get('bench/empty', static fn (): Response => new Response('{}', 200, ['Content-Type' => 'application/json']))->withoutMiddleware('api');
}
