<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Illuminate\Database\Migrations\Migrator;

/** Whether the database is of this code: neither older nor newer. */
final readonly class CheckSchema implements Check
{
    public function __construct(private Migrator $migrator)
    {
    }

    public function look(): array
    {
        $ours = array_keys($this->migrator->getMigrationFiles(database_path('migrations')));
        try {
            $done = $this->migrator->repositoryExists() ? $this->migrator->getRepository()->getRan() : [];
        } catch (\Throwable $error) {
            return [Finding::wrong('schema.unreachable', ['path' => (string) config('database.connections.sqlite.database'), 'said' => strtok($error->getMessage(), '(') ?: $error::class])];
        }
        $later = array_diff($done, $ours);
        $open = array_diff($ours, $done);

        return [match (true) {
            $later !== [] => Finding::wrong('schema.later', ['migrations' => implode(', ', $later)]),
            $open !== [] => Finding::wrong('schema.older', ['migrations' => count($open)]),
            default => Finding::fine('schema.fine', ['migration' => (string) end($ours)]),
        }];
    }
}
