<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Foundation\Permissions\Permission;
use Symfony\Component\HttpFoundation\Response;

/** The check at the endpoint, which says what it needs (Endpoint::needs). */
final readonly class RequirePermission
{
    public function __construct(private Caller $caller)
    {
    }

    /** For a route's list of middleware. */
    public static function named(Permission $permission): string
    {
        return self::class.":{$permission->value}";
    }

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next, string $permission): Response
    {
        $this->caller->require(Permission::from($permission));

        return $next($request);
    }
}
