<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Sessions\DecideSession;
use Kennel\Core\Credentials\Sessions\SessionFacts;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Psr\Clock\ClockInterface;

/** The sessions there are, looked at with rules that are not in force: which of them would be over, and by which way each was begun. */
final readonly class SessionsUnder
{
    private const ROWS = 1_000;

    public function __construct(private ClockInterface $clock, private Assignments $assignments, private Roles $roles)
    {
    }

    /** @return \Generator<array{account: string, app: string|null, proven_by: string, ends: bool}> of every live session */
    public function all(SessionRules $rules): \Generator
    {
        $now = $this->clock->now();
        $decide = new DecideSession($rules);
        $limits = new LimitsOfAccount($rules, $this->assignments, $this->roles, $this->clock);
        foreach (Session::query()->live($now)->with('account')->lazyById(self::ROWS, 'seq') as $session) {
            $facts = new SessionFacts($session->kept, Moment::read($session->started_at), Moment::read($session->seen_at), null);
            yield [
                'account' => $session->account_id, 'app' => $session->account->app_key, 'proven_by' => $session->proven_by,
                'ends' => $decide($facts, $now, $limits->of($session->account)) !== null,
            ];
        }
    }
}
