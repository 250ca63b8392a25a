<?php

declare(strict_types=1);

namespace Gaugebook;

/** River levels, in an SQLite file of Gaugebook's own, with the sessions at Kennel that ended. */
final readonly class Readings
{
    private \PDO $database;

    public function __construct(Settings $settings)
    {
        $this->database = new \PDO("sqlite:{$settings->folder}/gaugebook.sqlite", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_DEFAULT_FETCH_MODE => \PDO::FETCH_ASSOC]);
        $this->database->exec('PRAGMA busy_timeout = 5000; CREATE TABLE IF NOT EXISTS readings (id INTEGER PRIMARY KEY, gauge TEXT NOT NULL, centimetres INTEGER NOT NULL, entered_by TEXT NOT NULL, entered_at TEXT NOT NULL, approved_by TEXT);
            CREATE TABLE IF NOT EXISTS ended_sessions (id TEXT PRIMARY KEY)');
    }

    public function enter(string $gauge, int $centimetres, string $by): void
    {
        $this->database->prepare('INSERT INTO readings (gauge, centimetres, entered_by, entered_at) VALUES (?, ?, ?, ?)')->execute([$gauge, $centimetres, $by, gmdate('Y-m-d H:i')]);
    }

    public function approve(int $id, string $by): void
    {
        $this->database->prepare('UPDATE readings SET approved_by = ? WHERE id = ? AND approved_by IS NULL')->execute([$by, $id]);
    }

    /** @return list<array{id: int, gauge: string, centimetres: int, entered_by: string, entered_at: string, approved_by: string|null}> the newest twenty */
    public function newest(): array
    {
        return $this->database->query('SELECT * FROM readings ORDER BY id DESC LIMIT 20')->fetchAll();
    }

    public function end(string $sessionId): void
    {
        $this->database->prepare('INSERT OR IGNORE INTO ended_sessions (id) VALUES (?)')->execute([$sessionId]);
    }

    public function hasEnded(string $sessionId): bool
    {
        $found = $this->database->prepare('SELECT 1 FROM ended_sessions WHERE id = ?');
        $found->execute([$sessionId]);

        return $found->fetchColumn() !== false;
    }
}
