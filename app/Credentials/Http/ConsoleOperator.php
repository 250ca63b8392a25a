<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\Request;
use Kennel\App\Credentials\Sessions\CurrentSession;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;

/** The operator behind a request of an account page, read from the console's own cookie. */
final class ConsoleOperator
{
    /** @throws Refusal without a session of the console that has the permission */
    public static function of(Request $request, Permission $permission): SignedIn
    {
        $console = $request->duplicate();
        $console->headers->set(Surface::HEADER, Surface::Console->value);

        return app(CurrentSession::class)->of($console)->require($permission);
    }
}
