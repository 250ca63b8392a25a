<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

/** What else ends where all of somebody's sessions do: what apps were let in to lasts beyond a session, and not beyond that. Called inside the act's transaction. */
interface EndsWithSessions
{
    /**
     * @param  list<string>|null  $accountIds  null for everybody's
     * @param  string|null  $except  a session whose own stays
     */
    public function end(?array $accountIds, ?string $except = null): void;
}
