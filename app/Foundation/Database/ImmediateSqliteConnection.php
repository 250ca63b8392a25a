<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Database;

use Illuminate\Database\QueryException;
use Illuminate\Database\SQLiteConnection;

/**
 * Begins transactions as IMMEDIATE. PDO begins them deferred, and a deferred transaction that reads before it writes fails with
 * "database is locked" when another has written in between, however long the busy timeout.
 *
 * Errors name the statement and never what was bound to it: addresses and hashes have no business in a log.
 */
final class ImmediateSqliteConnection extends SQLiteConnection
{
    protected function executeBeginTransactionStatement(): void
    {
        $pdo = $this->getPdo();
        // PDO keeps its own note of being in a transaction, so it begins one; SQLite is then given the kind we want.
        $pdo->beginTransaction();
        $pdo->exec('ROLLBACK');
        try {
            $pdo->exec('BEGIN IMMEDIATE');
        } catch (\PDOException $error) {
            // PDO still believes in its transaction: give it one that it can end, so that the next attempt starts clean.
            $pdo->exec('BEGIN');
            $pdo->rollBack();
            throw $error;
        }
    }

    /**
     * One statement that reads, for what is asked at every request: what the framework does around a query costs as much as such an answer.
     *
     * @param  list<string|int>  $bindings
     * @return list<object>
     */
    public function look(string $query, array $bindings = []): array
    {
        $statement = $this->getPdo()->prepare($query);
        $statement->execute($bindings);

        return $statement->fetchAll(\PDO::FETCH_OBJ);
    }

    /**
     * Writes what may be lost in a power cut, and waits for no disk. Not within a transaction.
     *
     * @template T
     *
     * @param  \Closure(): T  $write
     * @return T
     */
    public function withoutWaiting(\Closure $write): mixed
    {
        $usual = $this->getConfig('synchronous');
        if ($usual !== 'FULL' || $this->transactionLevel() > 0) {
            return $write();
        }
        $this->getPdo()->exec('PRAGMA synchronous = NORMAL');
        try {
            return $write();
        } finally {
            $this->getPdo()->exec("PRAGMA synchronous = {$usual}");
        }
    }

    /**
     * @param  string  $query
     * @param  array<array-key, mixed>  $bindings
     * @return mixed
     */
    protected function runQueryCallback($query, $bindings, \Closure $callback)
    {
        try {
            return parent::runQueryCallback($query, $bindings, $callback);
        } catch (QueryException $error) {
            $class = $error::class;
            throw new $class($error->getConnectionName(), $query, array_fill(0, count($bindings), '…'), $error->getPrevious() ?? $error);
        }
    }
}
