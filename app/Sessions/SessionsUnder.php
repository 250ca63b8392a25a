<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Kennel\App\Accounts\Account;
use Kennel\App\Platform\Moment;
use Kennel\App\Roles\Assignments;
use Kennel\App\Roles\Roles;
use Kennel\Core\Sessions\DecideSession;
use Kennel\Core\Sessions\SessionFacts;
use Kennel\Core\Sessions\SessionRules;
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
        $accounts = (new Account)->getTable();
        $rows = Session::query()->live($now)->join("{$accounts} AS a", 'a.id', '=', 'sessions.account_id')->toBase()
            ->selectRaw('sessions.seq, sessions.account_id, a.app_key, sessions.proven_by, sessions.kept, sessions.started_at, sessions.seen_at, '.sprintf(Assignments::SUBQUERY, 'a.id').' AS assignments')
            ->orderBy('sessions.seq');
        foreach ($rows->lazyById(self::ROWS, 'sessions.seq', 'seq') as $row) {
            $facts = new SessionFacts((bool) $row->kept, Moment::read($row->started_at), Moment::read($row->seen_at), null);
            yield [
                'account' => (string) $row->account_id, 'app' => $row->app_key, 'proven_by' => (string) $row->proven_by,
                'ends' => $decide($facts, $now, $limits->ofRow($row->app_key, $row->assignments)) !== null,
            ];
        }
    }
}
