<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\App\Credentials\Passwords\CommonPasswords;
use Kennel\App\Credentials\Passwords\RankedWords;
use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;

/** What bin/bench measures of passwords: importing hashes, checking the blocklist, estimating guesses, refusing in one time. */
final class PasswordMeasures
{
    private const ROWS = 100_000;

    private const TRIES = 200;

    /** What is done to a file of another make: words, dates, roles, metadata. */
    private const PLAN = [
        'app' => 'gaugebook',
        'columns' => [
            ['from' => 'address', 'to' => 'address', 'transforms' => [['do' => 'trim'], ['do' => 'lower_case']]],
            ['from' => 'name', 'to' => 'name', 'transforms' => [['do' => 'trim']]],
            ['from' => 'hash', 'to' => 'hash'],
            ['from' => 'reach', 'to' => 'field:home_reach', 'transforms' => [['do' => 'trim'], ['do' => 'words', 'words' => [['saltings', 'Saltings']], 'otherwise' => 'keep']]],
            ['from' => 'trained', 'to' => 'field:trained_on', 'transforms' => [['do' => 'dates', 'styles' => ['dd.mm.yyyy']]]],
            ['from' => 'groups', 'to' => 'roles', 'transforms' => [['do' => 'lower_case']]],
            ['from' => 'note', 'to' => 'internal:number'],
        ],
    ];

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['import' => self::import(...), 'blocklist' => self::blocklist(...), 'refusal' => self::refusal(...)];
    }

    /**
     * Accounts imported, beside bare inserts of the very rows that the import wrote, into the same tables with the same indexes.
     *
     * @return list<Figure>
     */
    private static function import(): array
    {
        $ratios = $memory = $planned = [];
        foreach ([self::ROWS / 10, self::ROWS, self::ROWS] as $count) {
            foreach ([false, true] as $hasPlan) {
                $stand = Stand::small();
                $file = $stand->file('accounts.csv');
                self::writeFile($file, $count);
                $plan = $stand->file('plan.json');
                file_put_contents($plan, json_encode(self::PLAN, JSON_THROW_ON_ERROR));
                $output = $stand->artisan('kennel:import', $file, '--app=gaugebook', '--proven', '--reason=bench', ...$hasPlan ? ["--plan={$plan}"] : []);
                if (preg_match('/Imported in ([\d.]+) s; ([\d.]+) MiB/', $output, $found) !== 1) {
                    throw new \RuntimeException("The import failed: {$output}");
                }
                $memory[$count][$hasPlan] = (float) $found[2];
                if ($count === self::ROWS) {
                    $hasPlan ? $planned[] = self::bareSeconds($stand) / (float) $found[1] : $ratios[] = self::bareSeconds($stand) / (float) $found[1];
                }
                $stand->stop();
            }
        }
        $flat = static fn (bool $hasPlan): float => $memory[self::ROWS][$hasPlan] / $memory[self::ROWS / 10][$hasPlan];

        return [
            Figure::atLeast('import 100 k / bare inserts of its rows', Figure::median($ratios), 0.4),
            Figure::atMost('import, memory, 100 k / 10 k', $flat(false), 1.2),
            Figure::atLeast('import 100 k by a plan, with fields and roles / bare inserts of its rows', Figure::median($planned), 0.4),
            Figure::atMost('the same, memory, 100 k / 10 k', $flat(true), 1.2),
        ];
    }

    private static function writeFile(string $path, int $count): void
    {
        $file = fopen($path, 'wb') ?: throw new \RuntimeException("{$path} cannot be written.");
        fwrite($file, "address,name,hash,reach,trained,groups,note\n");
        for ($row = 0; $row < $count; $row++) {
            $hash = match ($row % 3) {
                0 => '$2y$10$'.substr(strtr(base64_encode(hash('sha512', "b{$row}", true)), '+=', './'), 0, 53),
                1 => '{SSHA}'.base64_encode(hash('sha1', "s{$row}", true).'saltsalt'),
                default => '$pbkdf2-sha256$i=29000$'.rtrim(base64_encode(hash('md5', "p{$row}", true)), '=').'$'.rtrim(base64_encode(hash('sha256', "p{$row}", true)), '='),
            };
            fputcsv($file, ["person.{$row}@reach.example", 'Person '.base_convert((string) $row, 10, 26).' Önders', $hash, $row % 2 === 0 ? 'saltings' : ' Mill Reach', sprintf('%02d.03.2021', $row % 28 + 1), $row % 3 === 0 ? 'Observer; Reviewer' : 'Observer', "{$row}"], ',', '"', '');
        }
        fclose($file);
    }

    /** The rows are in memory already; the tables, their indexes and triggers are those of a new Kennel. */
    private static function bareSeconds(Stand $stand): float
    {
        $from = $stand->database();
        $other = Stand::small();
        $into = $other->database();
        $into->exec('PRAGMA synchronous = NORMAL');
        $rows = [];
        foreach (['accounts' => "email LIKE '%@reach.example' AND name LIKE 'Person %'", 'erasure_keys' => "account_id IN (SELECT id FROM accounts WHERE email LIKE '%@reach.example' AND name LIKE 'Person %')", 'assignments' => "why IN ('default role, by import', 'by import')", 'field_values' => "account_seq IN (SELECT seq FROM accounts WHERE email LIKE '%@reach.example' AND name LIKE 'Person %')", 'metadata' => "account_seq IN (SELECT seq FROM accounts WHERE email LIKE '%@reach.example' AND name LIKE 'Person %')", 'metadata_values' => "account_seq IN (SELECT seq FROM accounts WHERE email LIKE '%@reach.example' AND name LIKE 'Person %')", 'audit_events' => "event = 'account.imported' AND account_id IN (SELECT id FROM accounts WHERE email LIKE '%@reach.example' AND name LIKE 'Person %')"] as $table => $imported) {
            $rows[$table] = $from->query("SELECT * FROM {$table} WHERE {$imported}")->fetchAll(\PDO::FETCH_NUM);
        }
        $began = microtime(true);
        $into->exec('BEGIN IMMEDIATE');
        foreach (array_filter($rows) as $table => $all) {
            $statement = $into->prepare("INSERT INTO {$table} VALUES (".implode(', ', array_fill(0, count($all[0]), '?')).')');
            foreach ($all as $row) {
                $statement->execute($row);
            }
        }
        $into->exec('COMMIT');
        $seconds = microtime(true) - $began;
        $other->stop();

        return $seconds;
    }

    /** @return list<Figure> */
    private static function blocklist(): array
    {
        $passwords = dirname(__DIR__).'/resources/passwords';
        $list = new CommonPasswords("{$passwords}/common.txt");
        $estimate = new EstimateGuesses(new RankedWords("{$passwords}/words.bin"), 2026);
        $times = ['list' => [], 'estimate' => []];
        for ($try = 0; $try < self::TRIES; $try++) {
            $text = bin2hex(random_bytes(8));
            $began = hrtime(true);
            $list->contains($text);
            $times['list'][] = (hrtime(true) - $began) / 1e6;
            $began = hrtime(true);
            $estimate("otter {$text} 1987");
            $times['estimate'][] = (hrtime(true) - $began) / 1e6;
        }

        return [
            Figure::atMost('one look into the blocklist / 1 ms', Figure::median($times['list']), 1),
            Figure::atMost('one estimate of guesses / 60 ms', Figure::median($times['estimate']) / 60, 1),
        ];
    }

    /**
     * A wrong password for an unknown address and for accounts whose hashes are quicker and slower than today's, in turns.
     *
     * @return list<Figure>
     */
    private static function refusal(): array
    {
        $stand = Stand::start(640, SignupMeasures::GUARDS_OFF);
        $accounts = $stand->database()->query("SELECT hash_kind, min(email) FROM accounts WHERE status = 'active' GROUP BY hash_kind")->fetchAll(\PDO::FETCH_KEY_PAIR);
        $times = array_fill_keys(['unknown', ...array_keys($accounts)], []);
        for ($try = 0; $try < self::TRIES + 10; $try++) {
            foreach (['unknown' => 'nobody@reach.example', ...$accounts] as $kind => $email) {
                $milliseconds = $stand->request('POST', '/sessions', ['email' => $email, 'password' => 'not the one'])['milliseconds'];
                if ($try >= 10) {
                    $times[$kind][] = $milliseconds;
                }
            }
        }
        $stand->stop();
        $unknown = Figure::median($times['unknown']);

        return array_map(
            static fn (string $kind): Figure => Figure::atMost("wrong password, {$kind} and unknown, apart", abs(Figure::median($times[$kind]) - $unknown) / $unknown, 0.03),
            array_map(strval(...), array_keys($accounts)),
        );
    }
}
