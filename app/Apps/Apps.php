<?php

declare(strict_types=1);

namespace Kennel\App\Apps;

use Illuminate\Database\ConnectionInterface;
use Kennel\Core\Apps\Admission;
use Kennel\Core\Apps\AppRules;
use Kennel\Core\Apps\Look;

/** The apps that Kennel serves. One the rule book does not mention takes no sign-ups. */
final readonly class Apps
{
    /** @param  array<string, AppRules>  $rules  by key */
    public function __construct(private ConnectionInterface $database, private array $rules)
    {
    }

    public function find(string $key): ?App
    {
        $row = $this->database->table('apps')->where('key', $key)->first();

        return $row === null ? null : $this->read($row);
    }

    /** An account page's address: under the account's own app, else under the first there is; accounts of no app may have been made by hand. */
    public function pageOf(?App $app, string $page): string
    {
        $key = $app->key ?? $this->database->table('apps')->orderBy('key')->value('key');

        return url(is_string($key) ? "/a/{$key}/{$page}" : '/console');
    }

    /** @return list<App> */
    public function all(): array
    {
        return array_values($this->database->table('apps')->orderBy('name')->get()->map($this->read(...))->all());
    }

    private function read(\stdClass $row): App
    {
        $rules = $this->rules[$row->key] ?? new AppRules($row->key, new Look($row->name, '#006373', '', ''), Admission::of(Admission::NOBODY), true, false);

        return new App($row->key, $row->kind, $row->summary, $rules);
    }
}
