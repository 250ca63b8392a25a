<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Illuminate\Http\Response;

/** What there is to ask, for machines (OpenAPI 3.1); the page /reference draws it for people. */
final class OpenApiController
{
    public function api(): Response
    {
        return self::document('v1');
    }

    /** The doors that apps come to tokens by are a document of their own: no cookie counts there, and the standards name everything. */
    public function oauth(): Response
    {
        return self::document('oauth');
    }

    private static function document(string $name): Response
    {
        return new Response((string) file_get_contents(resource_path("openapi/{$name}.json")), 200, ['Content-Type' => 'application/json', 'Cache-Control' => 'public, max-age=300']);
    }
}
