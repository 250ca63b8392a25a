<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use PHPUnit\Framework\TestCase;

/** Two connections to one file, as two requests have. */
final class ImmediateTransactionsTest extends TestCase
{
    private string $file;

    protected function setUp(): void
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'kennel');
        $first = $this->connect();
        $first->statement('PRAGMA journal_mode = WAL');
        $first->statement('CREATE TABLE counters (value INTEGER)');
        $first->insert('INSERT INTO counters VALUES (0)');
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob($this->file.'*') ?: []);
    }

    public function test_a_second_writer_waits_from_its_first_read_on(): void
    {
        [$one, $other] = [$this->connect(), $this->connect(timeout: 50)];
        $one->beginTransaction();
        self::assertSame(0, (int) $one->scalar('SELECT value FROM counters'));
        try {
            $other->beginTransaction();
            self::fail('It did not wait.');
        } catch (\PDOException $error) {
            self::assertStringContainsString('locked', $error->getMessage());
        }
        $one->update('UPDATE counters SET value = 1');
        $one->commit();

        // Having failed to begin, the other connection is as good as new.
        $other->transaction(static fn () => $other->update('UPDATE counters SET value = value + 1'));
        self::assertSame(2, (int) $other->scalar('SELECT value FROM counters'));
    }

    public function test_savepoints_and_rollback_work(): void
    {
        $connection = $this->connect();
        $connection->transaction(static function () use ($connection): void {
            $connection->update('UPDATE counters SET value = 10');
            try {
                $connection->transaction(static function () use ($connection): void {
                    $connection->update('UPDATE counters SET value = 99');
                    throw new \LogicException('back');
                });
            } catch (\LogicException) {
                // Only what was inside is undone.
            }
        });
        self::assertSame(10, (int) $connection->scalar('SELECT value FROM counters'));
        $connection->beginTransaction();
        $connection->update('UPDATE counters SET value = 11');
        $connection->rollBack();
        self::assertSame(10, (int) $connection->scalar('SELECT value FROM counters'));
        self::assertSame(0, $connection->transactionLevel());
    }

    public function test_what_a_request_leaves_open_is_rolled_back_before_the_connection_serves_the_next(): void
    {
        $one = $this->connect(persistent: true);
        $one->beginTransaction();
        $one->update('UPDATE counters SET value = 77');
        unset($one);
        gc_collect_cycles();
        $next = $this->connect(persistent: true);
        self::assertSame(0, (int) $next->scalar('SELECT value FROM counters'));
        $next->transaction(static fn () => $next->update('UPDATE counters SET value = 1'));
        self::assertSame(1, (int) $this->connect()->scalar('SELECT value FROM counters'));
    }

    public function test_reading_is_never_kept_waiting(): void
    {
        [$writer, $reader] = [$this->connect(), $this->connect(timeout: 50)];
        $writer->beginTransaction();
        $writer->update('UPDATE counters SET value = 5');
        self::assertSame(0, (int) $reader->scalar('SELECT value FROM counters'));
        $writer->commit();
        self::assertSame(5, (int) $reader->scalar('SELECT value FROM counters'));
    }

    private function connect(int $timeout = 5_000, bool $persistent = false): ImmediateSqliteConnection
    {
        $pdo = new \PDO("sqlite:{$this->file}", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_PERSISTENT => $persistent]);
        $pdo->exec("PRAGMA busy_timeout = {$timeout}");

        return new ImmediateSqliteConnection($pdo, $this->file);
    }
}
