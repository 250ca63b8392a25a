<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\JsonResponse;

/** JSON as it should be read: slashes and scripts unescaped. */
final class Json
{
    /**
     * @param  array<string, mixed>  $data
     * @param  array<string, string>  $headers
     */
    public static function ok(array $data, int $status = 200, array $headers = []): JsonResponse
    {
        return new JsonResponse(self::write($data), $status, $headers, json: true);
    }

    /** @param  array<string, mixed>|object  $data */
    public static function write(array|object $data): string
    {
        return json_encode($data, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
