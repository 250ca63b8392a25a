<?php

declare(strict_types=1);

namespace Kennel\App\Http\OpenApi;

use Illuminate\Http\Response;

final class OpenApiController
{
    public function show(): Response
    {
        return new Response(
            (string) file_get_contents(resource_path('openapi/v1.json')),
            200,
            ['Content-Type' => 'application/json', 'Cache-Control' => 'public, max-age=300'],
        );
    }
}
