<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Disclosure\Directories;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;

/** An app's accounts, as others than operators may see them. */
final readonly class DirectoryController
{
    public function index(Request $request, Directories $directories): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($directories->page($query->text('app', 40) ?? '', $query->text('q', 100), $query->text('cursor', 2000), $query->number('limit', 50, 1, 200)));
    }
}
