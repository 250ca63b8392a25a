<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Faults;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/** Against a whole server with several processes: what only shows when many come at once, or when it is killed. */
final class FaultsTest extends TestCase
{
    private static Server $server;

    public static function setUpBeforeClass(): void
    {
        self::$server = Server::start(10, worker: false, guarded: false);
    }

    public static function tearDownAfterClass(): void
    {
        self::$server->stop();
    }

    public function test_twenty_at_once_for_one_address_make_one_account(): void
    {
        $answers = self::$server->postAll('/signups', array_fill(0, 20, $this->signUp('one@post.example')));

        self::assertSame([202], array_values(array_unique(array_column($answers, 0))));
        self::assertCount(1, array_unique(array_column($answers, 1)), 'each gets the ordinary answer');
        self::assertSame(1, $this->number("SELECT count(*) FROM accounts WHERE lookup_key = 'one@post.example'"));
        self::assertSame([20, 1, 20], [
            $this->number("SELECT count(*) FROM claims JOIN accounts ON accounts.id = claims.account_id WHERE lookup_key = 'one@post.example'"),
            $this->number('SELECT count(*) FROM claims WHERE is_founding AND account_id IN (SELECT id FROM accounts WHERE lookup_key = \'one@post.example\')'),
            $this->number("SELECT count(DISTINCT claim_id) FROM challenges WHERE address = 'one@post.example' AND superseded_at IS NULL"),
        ], 'each is a claim of its own, with a link of its own');
        self::assertSame('', self::$server->errors());
    }

    public function test_forty_at_once_for_different_addresses_all_succeed(): void
    {
        $answers = self::$server->postAll('/signups', array_map(fn (int $n): array => $this->signUp("many{$n}@post.example"), range(1, 40)));

        self::assertSame([202], array_values(array_unique(array_column($answers, 0))));
        self::assertSame(40, $this->number("SELECT count(*) FROM accounts WHERE lookup_key LIKE 'many%'"));
        self::assertSame('', self::$server->errors());
    }

    public function test_killed_twenty_times_under_load_what_was_acknowledged_is_there_and_everything_is_whole(): void
    {
        $acknowledged = [];
        for ($round = 0; $round < 20; $round++) {
            $acknowledged = [...$acknowledged, ...$this->killWhileSigningUp($round, answered: $round % 6)];
            self::assertSame(0, $this->number('SELECT count(*) FROM accounts a WHERE email LIKE \'kill%\' AND (
                (SELECT count(*) FROM messages m WHERE m.account_id = a.id) <> 1
                OR (SELECT count(*) FROM claims k WHERE k.account_id = a.id) <> 1
                OR (SELECT count(*) FROM challenges c WHERE c.account_id = a.id) <> 1
                OR (SELECT count(*) FROM audit_events e WHERE e.account_id = a.id) <> 1
                OR (SELECT count(*) FROM assignments r WHERE r.account_id = a.id) <> 1)'));
            self::assertSame($this->number("SELECT count(*) FROM accounts WHERE email LIKE 'kill%'"), $this->number("SELECT count(*) FROM messages WHERE recipient LIKE 'kill%'"));
            self::$server->serve();
        }
        $there = self::$server->database()->query("SELECT email FROM accounts WHERE email LIKE 'kill%'")->fetchAll(\PDO::FETCH_COLUMN);
        self::assertSame([], array_values(array_diff($acknowledged, $there)), 'nothing that was acknowledged is lost');
        self::assertGreaterThanOrEqual(array_sum(array_map(static fn (int $round): int => $round % 6, range(0, 19))), count($acknowledged), 'some were');
        self::assertLessThan(20 * 8, count($acknowledged), 'and the kills fell in the middle of others');
        self::assertSame('ok', self::$server->database()->query('PRAGMA integrity_check')->fetchColumn());
        self::assertSame(202, self::$server->postAll('/signups', [$this->signUp('after@post.example')])[0][0]);
    }

    public function test_a_killed_worker_loses_and_doubles_nothing(): void
    {
        self::$server->postAll('/signups', array_map(fn (int $n): array => $this->signUp("worker{$n}@post.example"), range(1, 12)));
        self::$server->kill();
        $settled = fn (): int => $this->number("SELECT count(*) FROM messages WHERE recipient LIKE 'worker%' AND state IN ('held', 'failed')");
        $kills = $this->killInTheMiddle($settled);
        self::assertLessThan(12, $kills[0], 'the first kill fell in the middle');
        self::$server->work();
        // One that a killed worker was sending is taken over once its claim has lapsed.
        $until = microtime(true) + 60;
        while (microtime(true) < $until && $this->number("SELECT count(*) FROM messages WHERE state NOT IN ('held', 'failed')") > 0) {
            usleep(200_000);
        }
        self::assertSame(0, $this->number("SELECT count(*) FROM messages WHERE state NOT IN ('held', 'failed')"));
        self::assertSame($this->number("SELECT count(*) FROM messages WHERE state = 'held'"), $this->number('SELECT count(*) FROM held_deliveries'));
        self::$server->serve();
    }

    /**
     * Sends eight sign-ups at once and kills the server as soon as so many of them are answered.
     *
     * @return list<string> the addresses whose sign-up was answered
     */
    private function killWhileSigningUp(int $round, int $answered): array
    {
        $multi = curl_multi_init();
        $addresses = [];
        for ($n = 0; $n < 8; $n++) {
            $handle = curl_init('http://127.0.0.1:'.self::$server->port.'/api/v1/signups');
            curl_setopt_array($handle, [CURLOPT_POSTFIELDS => json_encode($this->signUp("kill{$round}-{$n}@post.example"), JSON_THROW_ON_ERROR), CURLOPT_HTTPHEADER => ['Content-Type: application/json'], CURLOPT_RETURNTRANSFER => true, CURLOPT_PRIVATE => "kill{$round}-{$n}@post.example"]);
            curl_multi_add_handle($multi, $handle);
        }
        $isAlive = true;
        do {
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.02);
            while ($done = curl_multi_info_read($multi)) {
                if (curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE) === 202) {
                    $addresses[] = (string) curl_getinfo($done['handle'], CURLINFO_PRIVATE);
                }
            }
            if ($isAlive && count($addresses) >= $answered) {
                usleep(random_int(0, 120_000));
                self::$server->kill();
                $isAlive = false;
            }
        } while ($running > 0);
        if ($isAlive) {
            self::$server->kill();
        }

        return $addresses;
    }

    public function test_wrapping_that_is_killed_leaves_every_account_able_to_sign_in(): void
    {
        $passwords = [];
        $database = self::$server->database();
        foreach ($database->query('SELECT seq, email FROM accounts ORDER BY seq LIMIT 40')->fetchAll(\PDO::FETCH_ASSOC) as $index => $row) {
            $password = "otter number {$index}";
            $stored = match ($index % 4) {
                0 => '{SSHA}'.base64_encode(sha1($password.'salt', true).'salt'),
                1 => password_hash($password, PASSWORD_BCRYPT, ['cost' => 4]),
                2 => crypt($password, '$6$rounds=1000$saltsalt$'),
                default => '$digest$sha256$password$$'.hash('sha256', $password),
            };
            $database->prepare('UPDATE accounts SET password_hash = ?, hash_kind = ? WHERE seq = ?')->execute([$stored, HashKind::of($stored), $row['seq']]);
            $passwords[$row['seq']] = $password;
        }
        $kinds = $database->query('SELECT DISTINCT hash_kind FROM accounts WHERE seq <= (SELECT max(seq) FROM (SELECT seq FROM accounts ORDER BY seq LIMIT 40))')->fetchAll(\PDO::FETCH_COLUMN);
        $database->prepare("INSERT INTO wrap_runs (id, state, total, kinds, started_at) VALUES ('run', 'queued', 40, ?, '2026-01-01T00:00:00.000Z')")->execute([json_encode($kinds)]);
        self::$server->dispatch('Kennel\\App\\Foundation\\Queue\\ContinueRun::dispatch(Kennel\\App\\Credentials\\Passwords\\Wrapping::class, "run");');
        $allOpen = function () use ($passwords): void {
            foreach ($passwords as $seq => $password) {
                $stored = (string) self::$server->database()->query("SELECT password_hash FROM accounts WHERE seq = {$seq}")->fetchColumn();
                self::assertTrue(Schemes::verifying($stored)?->matches($password, $stored) ?? false, $stored);
            }
        };
        $kills = $this->killInTheMiddle(fn (): int => $this->number("SELECT count(*) FROM accounts WHERE hash_kind LIKE 'wrapped %'"), $allOpen);
        self::assertLessThan(40, $kills[0], 'the first kill fell in the middle');
        self::$server->work();
        $until = microtime(true) + 40;
        while (microtime(true) < $until && $this->number("SELECT count(*) FROM wrap_runs WHERE state = 'done'") === 0) {
            usleep(200_000);
        }
        $allOpen();
        self::assertSame(40, $this->number("SELECT count(*) FROM accounts WHERE hash_kind LIKE 'wrapped %'"));
        self::$server->kill();
        self::$server->serve();
    }

    public function test_an_import_that_is_killed_goes_on_and_imports_every_row_once(): void
    {
        $rows = 12_000;
        $file = self::$server->directory.'/app/imports/01890a5d-ac96-774b-bcce-b302099a8057';
        is_dir(dirname($file)) || mkdir(dirname($file), 0700, true);
        $hash = password_hash('slow green otters', PASSWORD_BCRYPT, ['cost' => 4]);
        file_put_contents($file, "address,name,hash\n".implode('', array_map(static fn (int $row): string => "killed{$row}@reach.example,Person {$row},{$hash}\n", range(1, $rows))));
        self::$server->database()->prepare("INSERT INTO imports (id, name, format, app_key, proven, must_change, digest, layout, state, bytes, total, ignored, begun_by_kind, begun_by, started_at) VALUES (?, 'many.csv', 'csv', 'gaugebook', 1, 0, '', 'password', 'importing', ?, ?, '[]', 'kennel', 'Kennel', '2026-01-01T00:00:00.000Z')")->execute([basename($file), filesize($file), $rows]);
        self::$server->dispatch('Kennel\App\Foundation\Queue\ContinueRun::dispatch(Kennel\App\Administration\Imports\WorkThroughImport::class, "'.basename($file).'");');
        $done = fn (): int => $this->number('SELECT done FROM imports');
        $kept = [];
        for ($round = 0; $round < 2; $round++) {
            self::$server->work();
            $before = $done();
            for ($until = microtime(true) + 30; microtime(true) < $until && $done() === $before;) {
                usleep(20_000);
            }
            self::$server->kill();
            $kept[] = $done();
            self::assertSame($done(), $this->number("SELECT count(*) FROM accounts WHERE email LIKE 'killed%'"), 'what is counted is there, and nothing else');
        }
        self::assertLessThan($rows, $kept[0], 'killed in the middle');
        self::$server->work();
        for ($until = microtime(true) + 60; microtime(true) < $until && $this->number("SELECT count(*) FROM imports WHERE state = 'done'") === 0;) {
            usleep(200_000);
        }
        self::assertSame([$rows, $rows, $rows], [$done(), $this->number("SELECT count(*) FROM accounts WHERE email LIKE 'killed%'"), $this->number("SELECT count(*) FROM audit_events e JOIN accounts a ON a.id = e.account_id WHERE e.event = 'account.imported' AND a.name LIKE 'Person %'")]);
        self::$server->kill();
        self::$server->serve();
    }

    public function test_an_act_upon_many_that_is_killed_goes_on_and_changes_each_once(): void
    {
        $database = self::$server->database();
        $operator = (string) $database->query("SELECT id FROM accounts WHERE email = 'maren@alderwend.example'")->fetchColumn();
        $database->exec("UPDATE accounts SET password_owed = '' WHERE password_owed <> ''");
        $run = '01890a5d-ac96-774b-bcce-b302099a8058';
        $accounts = 12_000;
        /** @var non-empty-array<string, mixed> $one */
        $one = array_diff_key((array) $database->query("SELECT * FROM accounts WHERE came_by = 'import' LIMIT 1")->fetch(\PDO::FETCH_ASSOC), ['seq' => 0]);
        $database->exec('BEGIN IMMEDIATE');
        $insert = $database->prepare('INSERT INTO accounts ('.implode(', ', array_keys($one)).') VALUES ('.implode(', ', array_fill(0, count($one), '?')).')');
        for ($index = 1; $index <= $accounts; $index++) {
            $insert->execute(array_values(array_replace($one, ['id' => sprintf('00000000-0000-7000-8001-%012d', $index), 'email' => "bulk{$index}@reach.example", 'lookup_key' => "bulk{$index}@reach.example", 'status' => 'active', 'closed_at' => null, 'email_proven_at' => $one['created_at'], 'version' => 1])));
        }
        $database->prepare("INSERT INTO bulk_runs (id, act_id, act, parameters, operator_id, operator_name, why, state, total, done, planned, changed, left_out, outcomes, begun_at) VALUES (?, ?, 'require_password', '{}', ?, 'Maren Thistlewood', 'Killed', 'running', ?, 0, ?, 0, 0, '{\"changes\":{},\"left_out\":{}}', '2026-01-01T00:00:00.000Z')")->execute([$run, $run, $operator, $accounts, $accounts]);
        $database->prepare("INSERT INTO bulk_accounts (run_id, position, account_seq, version, state) SELECT ?, seq, seq, 1, 'planned' FROM accounts WHERE email LIKE 'bulk%'")->execute([$run]);
        $database->exec('COMMIT');
        self::$server->dispatch("Kennel\\App\\Foundation\\Queue\\ContinueRun::dispatch(Kennel\\App\\Administration\\Bulk\\WorkThroughBulk::class, '{$run}');");
        $changed = fn (): int => $this->number('SELECT changed FROM bulk_runs');
        $kills = $this->killInTheMiddle($changed, function () use ($changed): void {
            self::assertSame([$changed(), $changed()], [$this->number("SELECT count(*) FROM accounts WHERE password_owed = 'asked' AND email LIKE 'bulk%'"), $this->number("SELECT count(*) FROM audit_events WHERE event = 'account.password_change_asked'")], 'what is counted is done, and nothing else');
        });
        self::assertLessThan($accounts, $kills[0], 'the first kill fell in the middle');
        self::$server->work();
        for ($until = microtime(true) + 60; microtime(true) < $until && $this->number("SELECT count(*) FROM bulk_runs WHERE state = 'done'") === 0;) {
            usleep(200_000);
        }
        self::assertSame([$accounts, $accounts, $accounts], [$changed(), $this->number("SELECT count(*) FROM accounts WHERE email LIKE 'bulk%' AND version = 2"), $this->number("SELECT count(*) FROM audit_events WHERE act_id = '{$run}'")]);
        self::$server->kill();
        self::$server->serve();
    }

    /**
     * Three times lets workers begin, and kills them as soon as something more is done.
     *
     * @param  \Closure(): int  $done
     * @return non-empty-list<int> how much was done at each kill
     */
    private function killInTheMiddle(\Closure $done, ?\Closure $after = null): array
    {
        $kills = [];
        for ($round = 0; $round < 3; $round++) {
            $before = $done();
            self::$server->work();
            for ($until = microtime(true) + 20; microtime(true) < $until && $done() === $before;) {
                usleep(5_000);
            }
            self::$server->kill();
            $kills[] = $done();
            $after === null || $after();
        }

        return $kills;
    }

    /** @return array<string, string> */
    private function signUp(string $email): array
    {
        return ['app' => 'gaugebook', 'name' => 'Many At Once', 'email' => $email, 'terms' => '2026-09-03', 'password' => 'slow green otters swim'];
    }

    private function number(string $sql): int
    {
        return (int) self::$server->database()->query($sql)->fetchColumn();
    }
}
