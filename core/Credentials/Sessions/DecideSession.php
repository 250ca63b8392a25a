<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Sessions;

use Kennel\Core\Foundation\Reasons\Reason;

/** Whether a session is live at this moment. Asked at every request. */
final readonly class DecideSession
{
    public function __construct(private SessionRules $rules)
    {
    }

    /**
     * @param  SessionRules|null  $rules  narrowed for whose it is; null where everybody's hold
     * @return Reason|null null when it is live
     */
    public function __invoke(?SessionFacts $session, \DateTimeImmutable $now, ?SessionRules $rules = null): ?Reason
    {
        $rules ??= $this->rules;

        return match (true) {
            $session === null => new Reason('session.unknown'),
            $session->endedAt !== null => new Reason('session.ended'),
            $rules->absoluteLimit($session->kept)->after($session->startedAt) <= $now => new Reason('session.expired'),
            $rules->idleLimit($session->kept)->after($session->seenAt) <= $now => new Reason('session.idle'),
            default => null,
        };
    }

    /** Whether "last seen" is old enough to be written again. */
    public function shouldMarkSeen(SessionFacts $session, \DateTimeImmutable $now): bool
    {
        return $this->rules->seenEvery->after($session->seenAt) <= $now;
    }
}
