<?php

declare(strict_types=1);

namespace Kennel\App\Http\Disclosure;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Disclosure\Directories;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;

/** An app's accounts, as others than operators may see them. */
final readonly class DirectoryController
{
    public function index(Request $request, Directories $directories): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($directories->page($query->text('app', 40) ?? '', $query->text('q', 100), $query->text('cursor', 2000), $query->number('limit', 50, 1, 200)));
    }
}
