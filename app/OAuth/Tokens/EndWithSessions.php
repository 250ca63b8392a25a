<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Credentials\Sessions\EndsWithSessions;

/** Whoever is signed out everywhere, or has another password, is so on apps as well: what they were let in to ends, also where it was to last beyond the session. */
final readonly class EndWithSessions implements EndsWithSessions
{
    public function __construct(private EndAuthorizations $end)
    {
    }

    public function end(?array $accountIds, ?string $except = null): void
    {
        $theirs = Authorization::query();
        $accountIds === null || $theirs->whereIn('account_id', $accountIds);
        $except === null || $theirs->where('session_id', '<>', $except);
        $this->end->all($theirs, 'signed out');
        if ($accountIds === null) {
            DeviceRequest::query()->delete();
            PendingAuthorization::query()->delete();
        }
    }
}
