<?php

declare(strict_types=1);

namespace Kennel\Bench;

use Kennel\Tests\Support\PeakMemory;

/** What making the demo's data costs. */
final class SeedingMeasures
{
    private const ACCOUNTS = 50_000;

    private const ROUNDS = 3;

    public const ABOUT = ['seeding' => 'the demo\'s rows, beside bare inserts of the same; and its memory'];

    /** @return array<string, \Closure(): list<Figure>> */
    public static function all(): array
    {
        return ['seeding' => self::seeding(...)];
    }

    /** @return list<Figure> */
    private static function seeding(): array
    {
        $ratios = $memory = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $folder = self::folder();
            [$seconds, $memory[]] = self::seed($folder, self::ACCOUNTS);
            $ratios[] = self::bareSeconds("{$folder}/kennel.sqlite") / $seconds;
            exec('rm -rf '.escapeshellarg($folder));
        }
        $folder = self::folder();
        [, $small] = self::seed($folder, intdiv(self::ACCOUNTS, 10));
        exec('rm -rf '.escapeshellarg($folder));

        return [
            Figure::atLeast('seeding 50 k / bare inserts of its rows', Figure::median($ratios), 0.3),
            Figure::atMost('seeding, memory', Figure::median($memory), 300.0, ' MiB'),
            Figure::atMost('seeding, memory, 50 k / 5 k', Figure::median($memory) / $small, 1.5),
        ];
    }

    private static function folder(): string
    {
        $folder = sys_get_temp_dir().'/kennel-bench-'.bin2hex(random_bytes(4));
        mkdir($folder, 0o700);
        self::artisan($folder, 'kennel:install', '--data-only', '--quiet');

        return $folder;
    }

    /** @return array{float, float} seconds, and the most memory it had, in MiB */
    private static function seed(string $folder, int $accounts): array
    {
        $began = microtime(true);
        $peak = self::artisan($folder, 'kennel:demo-seed', "--accounts={$accounts}");

        return [microtime(true) - $began, $peak];
    }

    /** @return float the most memory it had, in MiB */
    private static function artisan(string $folder, string ...$arguments): float
    {
        return PeakMemory::of([PHP_BINARY, 'artisan', ...array_values($arguments)], ['APP_ENV' => 'demo', 'APP_URL' => 'http://localhost:8080', 'KENNEL_DATA' => $folder]);
    }

    /** Row by row into a new Kennel's tables, with their indexes and triggers; reading them is not counted. */
    private static function bareSeconds(string $path): float
    {
        $folder = self::folder();
        $options = [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION];
        [$from, $into] = [new \PDO("sqlite:{$path}", options: $options), new \PDO("sqlite:{$folder}/kennel.sqlite", options: $options)];
        $tables = $from->query("SELECT name FROM sqlite_master WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'accounts_search%' AND name <> 'migrations'")->fetchAll(\PDO::FETCH_COLUMN);
        $seconds = 0.0;
        foreach ($tables as $table) {
            $rows = $from->query("SELECT * FROM {$table}");
            $statement = null;
            while (($chunk = self::chunk($rows)) !== []) {
                $statement ??= $into->prepare("INSERT INTO {$table} VALUES (".implode(', ', array_fill(0, count($chunk[0]), '?')).')');
                $began = microtime(true);
                $into->exec('BEGIN IMMEDIATE');
                foreach ($chunk as $row) {
                    $statement->execute($row);
                }
                $into->exec('COMMIT');
                $seconds += microtime(true) - $began;
            }
        }
        unset($from, $into, $rows, $statement);
        exec('rm -rf '.escapeshellarg($folder));

        return $seconds;
    }

    /** @return list<list<mixed>> */
    private static function chunk(\PDOStatement $rows): array
    {
        $chunk = [];
        while (count($chunk) < 50_000 && ($row = $rows->fetch(\PDO::FETCH_NUM)) !== false) {
            $chunk[] = $row;
        }

        return $chunk;
    }
}
