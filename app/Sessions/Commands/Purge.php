<?php

declare(strict_types=1);

namespace Kennel\App\Sessions\Commands;

use Illuminate\Console\Command;
use Illuminate\Database\ConnectionInterface;
use Kennel\App\Imports\Imports;
use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Really deletes what has lapsed. Scheduled; safe to run at any time and as often as one likes. */
final class Purge extends Command
{
    protected $signature = 'kennel:purge';

    protected $description = 'Delete lapsed sessions, old evidence, old idempotency keys and old figures';

    /** Ended and lapsed sessions stay this long, so that an operator can still ask what became of one. */
    private const SESSIONS = '-1 day';

    private const EVIDENCE = '-7 days';

    /** Longer than any form lives: a rule book allows days, and nobody allows a month. */
    private const FORMS = '-31 days';

    private const VERDICTS = '-31 days';

    private const TALLIES = '-400 days';

    private const KEYS = '-1 day';

    private const IMPORTS = '-7 days';

    public function handle(ConnectionInterface $database, ClockInterface $clock, Imports $imports): int
    {
        $before = static fn (string $age): string => Moment::write($clock->now()->modify($age));
        $sessions = $database->table('sessions')->where('lapses_at', '<', $before(self::SESSIONS))->orWhere('ended_at', '<', $before(self::SESSIONS))->delete();
        $evidence = $database->table('evidence')->where('at', '<', $before(self::EVIDENCE))->delete();
        $keys = $database->table('idempotency_keys')->where('created_at', '<', $before(self::KEYS))->delete();
        $forms = $database->table('signup_forms_sent')->where('sent_at', '<', $before(self::FORMS))->delete();
        $database->table('signup_attempts')->where('at', '<', $before(self::FORMS))->delete();
        $day = substr($before(self::TALLIES), 0, 10);
        $database->table('signup_verdicts')->where('day', '<', substr($before(self::VERDICTS), 0, 10))->delete();
        $database->table('hash_days')->where('day', '<', $day)->delete();
        $database->table('signup_tallies')->where('day', '<', $day)->delete();
        $imports->discardForgotten($clock->now()->modify(self::IMPORTS));
        $this->line("{$sessions} sessions, {$evidence} evidence entries, {$forms} sent forms and {$keys} idempotency keys deleted.");

        return self::SUCCESS;
    }
}
