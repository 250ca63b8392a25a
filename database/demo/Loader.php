<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Database\Record;

/**
 * Puts many rows into an empty database: a few hundred a statement, thousands a transaction, and what is looked up by (indexes, full text)
 * made once at the end, which for a million rows is many times quicker than after each of them.
 */
final class Loader
{
    private const ROWS_A_STATEMENT = 250;

    private const ROWS_A_TRANSACTION = 400_000;

    /** Memory for the pages that every insert touches, in KiB. */
    private const CACHE = 48 * 1_024;

    /** @var array<class-string<Record>, list<array<string, mixed>>> */
    private array $waiting = [];

    private int $rows = 0;

    public function __construct(private readonly ConnectionInterface $database)
    {
    }

    /** @param  \Closure(): void  $fill  adds the rows; whatever it throws leaves the database half full */
    public function load(\Closure $fill): void
    {
        $setAside = $this->database->select("SELECT type, name, sql FROM sqlite_master WHERE (type = 'index' AND sql IS NOT NULL) OR (type = 'trigger' AND name LIKE '%_search_%') ORDER BY type");
        $this->database->statement('PRAGMA foreign_keys = OFF');
        $this->database->statement('PRAGMA cache_size = -'.self::CACHE);
        $this->database->transaction(function () use ($setAside): void {
            foreach ($setAside as $one) {
                $this->database->statement("DROP {$one->type} {$one->name}");
            }
        });
        $this->database->beginTransaction();
        try {
            $fill();
            foreach (array_keys($this->waiting) as $record) {
                $this->flush($record);
            }
        } catch (\Throwable $error) {
            $this->database->rollBack();
            throw $error;
        }
        $this->database->statement("INSERT INTO accounts_search (accounts_search) VALUES ('rebuild')");
        foreach ($setAside as $one) {
            $this->database->statement($one->sql);
        }
        $this->database->commit();
        $this->database->statement('PRAGMA foreign_keys = ON');
        $strays = $this->database->select('PRAGMA foreign_key_check');
        if ($strays !== []) {
            throw new \LogicException("{$strays[0]->table} names a row of {$strays[0]->parent} that is not there.");
        }
        $this->database->statement('ANALYZE');
    }

    /**
     * @param  class-string<Record>  $record
     * @param  iterable<array<string, mixed>>  $rows  all with the same columns
     */
    public function add(string $record, iterable $rows): void
    {
        foreach ($rows as $row) {
            $this->waiting[$record][] = $row;
            if (count($this->waiting[$record]) === self::ROWS_A_STATEMENT) {
                $this->flush($record);
            }
        }
    }

    /** @param  class-string<Record>  $record */
    private function flush(string $record): void
    {
        $rows = $this->waiting[$record];
        $this->waiting[$record] = [];
        if ($rows === []) {
            return;
        }
        $record::query()->toBase()->insert($rows);
        $this->rows += count($rows);
        if ($this->rows >= self::ROWS_A_TRANSACTION) {
            $this->rows = 0;
            $this->database->commit();
            $this->database->beginTransaction();
        }
    }
}
