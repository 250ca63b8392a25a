<?php

declare(strict_types=1);

namespace Kennel\App\Tokens;

use Kennel\App\Platform\Moment;
use Kennel\App\Sessions\EndsWithSessions;
use Psr\Clock\ClockInterface;

/** Whoever is signed out everywhere, or has another password, is so on apps as well: what they were let in to ends, also where it was to last beyond the session. */
final readonly class EndWithSessions implements EndsWithSessions
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function end(?array $accountIds, ?string $except = null): void
    {
        $live = Authorization::query()->whereNull('ended_at');
        $accountIds === null || $live->whereIn('account_id', $accountIds);
        $except === null || $live->where('session_id', '<>', $except);
        AccessToken::query()->whereIn('authorization_seq', $live->clone()->select('seq'))->delete();
        $live->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => 'signed out']);
        if ($accountIds === null) {
            DeviceRequest::query()->delete();
            PendingAuthorization::query()->delete();
        }
    }
}
