<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\NoteSeen;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Sessions\SessionRules;

/** Writes down that a session was used, and when it lapses now. */
final readonly class MarkSeen
{
    public function __construct(private ConnectionInterface $database, private NoteSeen $noteSeen)
    {
    }

    public function __invoke(string $sessionId, string $accountId, bool $kept, \DateTimeImmutable $startedAt, \DateTimeImmutable $now, SessionRules $limits): void
    {
        $this->database->transaction(function () use ($sessionId, $accountId, $kept, $startedAt, $now, $limits): void {
            Session::query()->where('id', $sessionId)->update([
                'seen_at' => Moment::write($now),
                'lapses_at' => Moment::write(self::lapse($limits, $kept, $startedAt, $now)),
            ]);
            ($this->noteSeen)($accountId, $now);
        });
    }

    /** The earlier of the two limits; kept beside the session so that lists and the purge need no arithmetic in SQL. */
    public static function lapse(SessionRules $rules, bool $kept, \DateTimeImmutable $startedAt, \DateTimeImmutable $seenAt): \DateTimeImmutable
    {
        return min($rules->absoluteLimit($kept)->after($startedAt), $rules->idleLimit($kept)->after($seenAt));
    }
}
