<?php

declare(strict_types=1);

namespace Kennel\App\Apps;

use Illuminate\Database\ConnectionInterface;
use Kennel\Core\Signup\Admission;

/** The apps that Kennel serves. */
final readonly class Apps
{
    public function __construct(private ConnectionInterface $database)
    {
    }

    public function find(string $key): ?App
    {
        $row = $this->database->table('apps')->where('key', $key)->first();

        return $row === null ? null : $this->read($row);
    }

    /** @return list<App> */
    public function all(): array
    {
        return array_values($this->database->table('apps')->orderBy('name')->get()->map($this->read(...))->all());
    }

    private function read(\stdClass $row): App
    {
        /** @var list<string> $domains */
        $domains = json_decode($row->admission_domains, true, flags: JSON_THROW_ON_ERROR);

        return new App($row->key, $row->name, $row->kind, $row->summary, $row->colour, Admission::of($row->admission, $domains, (bool) $row->admission_subdomains));
    }
}
