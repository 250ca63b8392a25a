<?php

declare(strict_types=1);

namespace Kennel\App\Signin;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Passwords\Machine;
use Kennel\App\Platform\Moment;
use Kennel\Core\Passwords\HashingRules;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Secrets\Secret;
use Psr\Clock\ClockInterface;

/**
 * One time for every refused sign-in. While hashes of other kinds than today's are stored, verifying one takes another time, and that
 * would tell who has an account; so each refusal is held back for as long as the slowest of them takes. With one kind alone nothing
 * has to wait.
 */
final readonly class RefusalTime
{
    /** Beside what was measured: on a busy machine verifying takes longer now and then. */
    private const MARGIN = 1.4;

    private const TIMES = 5;

    /** Then it is measured anew: the machine may have been busy. */
    private const GOOD_FOR = '-7 days';

    public function __construct(private ConnectionInterface $database, private PasswordHasher $hasher, private HashingRules $rules, private ClockInterface $clock)
    {
    }

    /** @param  int  $began  hrtime, in nanoseconds, before the password was verified */
    public function holdBack(int $began): void
    {
        $left = $this->seconds() - (hrtime(true) - $began) / 1e9;
        if ($left > 0) {
            usleep((int) ($left * 1e6));
        }
    }

    /** From before verifying to the answer; 0 when nothing has to wait. */
    private function seconds(): float
    {
        $others = array_values(array_diff($this->kinds(), [$this->rules->kind()]));
        if ($others === []) {
            return 0.0;
        }
        $machine = Machine::here()->id;
        /** @var array<string, float> $times */
        $times = $this->database->table('hash_times')->where('machine', $machine)->where('measured_at', '>', Moment::write($this->clock->now()->modify(self::GOOD_FOR)))->pluck('seconds', 'kind')->all();
        foreach (array_diff([...$others, $this->rules->kind()], array_map(strval(...), array_keys($times))) as $kind) {
            $times[$kind] = $this->measure($kind);
            $this->database->table('hash_times')->upsert(['machine' => $machine, 'kind' => $kind, 'seconds' => $times[$kind], 'measured_at' => Moment::write($this->clock->now())], ['machine', 'kind']);
        }

        // A refusal of another kind costs its own verification and one by today's rule.
        return self::MARGIN * ((float) $times[$this->rules->kind()] + max(array_map(static fn (string $kind): float => (float) $times[$kind], $others)));
    }

    /** @return list<string> the kinds in use, by leaps through their index: as quick for a million accounts as for ten */
    private function kinds(): array
    {
        $rows = $this->database->select('WITH RECURSIVE kinds (kind) AS (SELECT min(hash_kind) FROM accounts UNION ALL SELECT (SELECT min(hash_kind) FROM accounts WHERE hash_kind > kinds.kind) FROM kinds WHERE kinds.kind IS NOT NULL) SELECT kind FROM kinds WHERE kind IS NOT NULL');

        return array_map(static fn (\stdClass $row): string => (string) $row->kind, $rows);
    }

    /** On each machine, at the first refusal after a kind has come in, and once a week. */
    private function measure(string $kind): float
    {
        $stored = $kind === $this->rules->kind() ? $this->hasher->decoy() : (string) $this->database->table('accounts')->where('hash_kind', $kind)->value('password_hash');
        $nobodys = PreparedPassword::from(new Secret('nobody\'s password'));
        $times = [];
        for ($time = 0; $time < self::TIMES; $time++) {
            $began = hrtime(true);
            $this->hasher->verify($nobodys, $stored);
            $times[] = (hrtime(true) - $began) / 1e9;
        }
        sort($times);

        return $times[intdiv(self::TIMES, 2)];
    }
}
