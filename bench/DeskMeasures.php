<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** What bin/bench measures of the accounts desk: conditions, kept views, acts upon many. */
final class DeskMeasures
{
    public const ABOUT = [
        'find' => 'lists under two conditions in every order, metadata and kept views, 100 000 accounts beside 1 000',
        'bulk' => 'an act upon 100 000 accounts, beside bare updates and inserts of the same rows',
        'export' => 'a file of 100 000 accounts, beside a bare select and fputcsv of the same rows',
    ];

    /** Frequent and rare, of each kind of table. */
    private const CONDITIONS = [
        'status' => ['status', 'is', 'active'],
        'app' => ['app', 'is', 'kitloft'],
        'role' => ['role', 'is', 'reviewer'],
        'field' => ['field', 'home_reach', 'is', 'Saltings'],
        'metadata' => ['metadata', 'own.nickname', 'is', 'Wren'],
        'duty' => ['duty', 'is', 'accept_terms'],
        'moment' => ['created', 'since', 'P90D'],
    ];

    private const ORDERS = ['name', '-seen', 'created', '-changed', 'app', 'hash', 'field:home_reach'];

    private const TRIES = 7;

    /** The highest of the first look are measured again, longer: the highest of 148 short measurements is mostly the machine. */
    private const AGAIN = 10;

    private const LONG_TRIES = 25;

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['find' => self::find(...), 'bulk' => self::bulk(...), 'export' => self::export(...)];
    }

    /** @return list<Figure> */
    private static function find(): array
    {
        [$small, $large] = [Stand::start(1_000), Stand::start(100_000)];
        $cookies = [$small->signIn(), $large->signIn()];
        $ratio = static function (string $path, int $tries = self::TRIES) use ($small, $large, $cookies): float {
            $ratios = [];
            for ($try = 0; $try < $tries; $try++) {
                // Each beside its neighbour in time: what slows the machine down for a while slows both.
                $one = Measures::read($small, $path, $cookies[0])['milliseconds'];
                $ratios[] = Measures::read($large, $path, $cookies[1])['milliseconds'] / $one;
            }

            return Figure::median($ratios);
        };
        [$paths, $first] = [[], []];
        $names = array_keys(self::CONDITIONS);
        foreach ($names as $index => $one) {
            foreach (array_slice($names, $index + 1) as $other) {
                foreach (self::ORDERS as $sort) {
                    $name = "{$one} and {$other}, by {$sort}";
                    $paths[$name] = '/accounts?sort='.$sort.'&where='.rawurlencode(json_encode([self::CONDITIONS[$one], self::CONDITIONS[$other]], JSON_THROW_ON_ERROR));
                    $first[$name] = $ratio($paths[$name]);
                }
            }
        }
        arsort($first);
        $worst = array_map(static fn (string $name): float => $ratio($paths[$name], self::LONG_TRIES), array_combine($highest = array_keys(array_slice($first, 0, self::AGAIN)), $highest));
        arsort($worst);
        $metadata = $ratio('/accounts?where='.rawurlencode(json_encode([self::CONDITIONS['metadata']], JSON_THROW_ON_ERROR)));
        foreach (array_slice(self::CONDITIONS, 0, 6) as $index => $condition) {
            $large->request('POST', '/account-views', ['name' => "View {$index}", 'where' => json_encode([$condition], JSON_THROW_ON_ERROR)], ['Kennel-Surface: console', "Cookie: __Host-kennel-console={$cookies[1]}"]);
        }
        $views = [];
        for ($try = 0; $try < self::TRIES; $try++) {
            $views[] = Measures::read($large, '/account-views', $cookies[1])['milliseconds'];
        }
        $small->stop();
        $large->stop();

        return [
            ...array_map(static fn (string $name, float $ratio): Figure => Figure::atMost("{$name}, 100 k / 1 k", $ratio, 3), array_keys(array_slice($worst, 0, 5)), array_slice($worst, 0, 5)),
            Figure::atMost('two conditions, median of '.count($first).', 100 k / 1 k', Figure::median(array_values($first)), 3),
            Figure::atMost('metadata condition, 100 k / 1 k', $metadata, 3),
            Figure::atMost('ten kept views with counts / 150 ms', Figure::median($views) / 150, 1),
        ];
    }

    /** @return list<Figure> */
    private static function bulk(): array
    {
        $stand = Stand::start(100_000);
        $cookie = $stand->signIn();
        $with = ['Kennel-Surface: console', "Cookie: __Host-kennel-console={$cookie}"];
        $ask = static fn (string $method, string $path, array $body = []): array => (array) json_decode($stand->request($method, $path, $body, $with)['body'], true);
        $run = $ask('POST', '/bulk-acts', ['act' => 'require_password', 'all' => true, 'where' => '[["status","is","active"],["role","is_not","keeper"]]']);
        $step = static function () use ($stand): float {
            $began = microtime(true);
            $stand->artisan('queue:work', 'long', '--stop-when-empty', '--sleep=0');

            return microtime(true) - $began;
        };
        $checked = $step();
        $ask('POST', "/bulk-acts/{$run['id']}/begin", ['reason' => 'bench']);
        $done = $step();
        $changed = json_decode(Measures::read($stand, "/bulk-acts/{$run['id']}", $cookie)['body'], true)['changed'];
        $bare = self::bareSeconds($stand, (string) $run['act_id']);
        $stand->stop();

        return [
            Figure::atLeast("bulk act upon {$changed} / bare updates and inserts", $bare / $done, 0.25),
            Figure::atMost('its check / the act', $checked / $done, 1.5),
        ];
    }

    /**
     * A file of all accounts, beside a bare loop that reads the same rows and writes them by fputcsv: accounts with their roles and one field.
     *
     * @return list<Figure>
     */
    private static function export(): array
    {
        $stand = Stand::start(100_000);
        $cookie = $stand->signIn();
        $with = ['Kennel-Surface: console', "Cookie: __Host-kennel-console={$cookie}"];
        $seconds = [];
        foreach (['csv', 'jsonl', 'xlsx'] as $format) {
            $stand->request('POST', '/exports', ['format' => $format, 'columns' => ['id', 'name', 'address', 'status', 'app', 'roles', 'created', 'seen', 'field:home_reach'], 'sort' => 'created'], $with);
            $began = microtime(true);
            $stand->artisan('queue:work', 'long', '--stop-when-empty', '--sleep=0');
            $seconds[$format] = microtime(true) - $began;
        }
        $began = microtime(true);
        $file = fopen($stand->file('bare.csv'), 'wb') ?: throw new \RuntimeException('bare.csv cannot be written.');
        $rows = $stand->database()->query("SELECT a.id, a.name, a.email, a.status, a.app_key, (SELECT group_concat(role_key, ', ') FROM assignments WHERE account_id = a.id), a.created_at, a.seen_at, (SELECT value FROM field_values WHERE account_seq = a.seq AND field_key = 'home_reach') FROM accounts a ORDER BY a.created_at, a.seq");
        while (($row = $rows->fetch(\PDO::FETCH_NUM)) !== false) {
            fputcsv($file, $row, ',', '"', '');
        }
        fclose($file);
        $bare = microtime(true) - $began;
        $stand->stop();

        return [
            Figure::atLeast('export of 100 k as CSV / bare select and fputcsv', $bare / $seconds['csv'], 0.3),
            Figure::atLeast('the same as JSON Lines', $bare / $seconds['jsonl'], 0.3),
            Figure::atLeast('the same as XLSX', $bare / $seconds['xlsx'], 0.2),
        ];
    }

    /** The same rows changed and inserted by SQL alone, a chunk a transaction as the act has it. */
    private static function bareSeconds(Stand $stand, string $actId): float
    {
        $database = $stand->database();
        $events = $database->query("SELECT * FROM audit_events WHERE act_id = '{$actId}'")->fetchAll(\PDO::FETCH_ASSOC);
        $seqs = $database->query("SELECT account_seq FROM bulk_accounts WHERE state = 'changed'")->fetchAll(\PDO::FETCH_COLUMN);
        $database->exec('PRAGMA synchronous = FULL');
        $began = microtime(true);
        $update = $database->prepare("UPDATE accounts SET password_owed = '', version = version + 1, changed_at = '2026-01-01T00:00:00.000Z' WHERE seq = ?");
        $columns = array_diff(array_keys($events[0]), ['seq']);
        $insert = $database->prepare('INSERT INTO audit_events ('.implode(', ', $columns).') VALUES ('.implode(', ', array_fill(0, count($columns), '?')).')');
        $report = $database->prepare("UPDATE bulk_accounts SET state = 'planned' WHERE account_seq = ?");
        foreach (array_chunk($events, 200) as $index => $some) {
            $database->exec('BEGIN IMMEDIATE');
            foreach ($some as $place => $event) {
                $seq = $seqs[$index * 200 + $place] ?? $seqs[0];
                $update->execute([$seq]);
                $report->execute([$seq]);
                $insert->execute(array_values(['id' => bin2hex(random_bytes(16))] + array_intersect_key($event, array_flip($columns))));
            }
            $database->exec('COMMIT');
        }

        return microtime(true) - $began;
    }
}
