<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Identity\Caller;
use Symfony\Component\HttpFoundation\Response;

/** The check at the door: routes/api.php says beside each door what it needs. */
final readonly class RequirePermission
{
    public function __construct(private Caller $caller)
    {
    }

    /** For a route's list of middleware. */
    public static function named(string $permission): string
    {
        return self::class.":{$permission}";
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $permission): Response
    {
        $this->caller->require($permission);

        return $next($request);
    }
}
