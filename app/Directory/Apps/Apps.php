<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Apps;

use Kennel\Core\Directory\Apps\Admission;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Directory\Apps\Registration;

/** The apps that Kennel serves. One the rule book does not mention takes no sign-ups. */
final readonly class Apps
{
    /** @param  array<string, AppRules>  $rules  by key */
    public function __construct(private array $rules)
    {
    }

    public function find(string $key): ?App
    {
        $row = RegisteredApp::query()->find($key);

        return $row === null ? null : $this->read($row);
    }

    /** An account page's address: under the account's own app, else under the first there is; accounts of no app may have been made by hand. */
    public function pageOf(?App $app, string $page): string
    {
        $key = $app->key ?? RegisteredApp::query()->orderBy('key')->value('key');

        return url(is_string($key) ? "/a/{$key}/{$page}" : '/console');
    }

    /** @return bool false when there is one of this key, which stays as it is */
    public function register(Registration $app): bool
    {
        if (RegisteredApp::query()->whereKey($app->key)->exists()) {
            return false;
        }
        RegisteredApp::query()->create(['key' => $app->key, 'name' => $app->name, 'kind' => $app->kind, 'summary' => '']);

        return true;
    }

    /**
     * Those that a rule book names and nobody has registered yet. Called inside the act's transaction.
     *
     * @param  array<string, array{name: string, kind: string}>  $named  by key
     * @return list<string> keys of those that were added
     */
    public static function registerMissing(array $named): array
    {
        $missing = array_diff_key($named, array_flip(array_map(strval(...), RegisteredApp::query()->pluck('key')->all())));
        foreach ($missing as $key => $one) {
            RegisteredApp::query()->create(['key' => $key, 'name' => $one['name'], 'kind' => $one['kind'], 'summary' => '']);
        }

        return array_map(strval(...), array_keys($missing));
    }

    /** @return list<App> */
    public function all(): array
    {
        return array_values(RegisteredApp::query()->orderBy('name')->get()->map($this->read(...))->all());
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(RegisteredApp::query()->orderBy('key')->pluck('key')->all());
    }

    /** @return list<string> keys of those whose people need a second factor */
    public function demandingFactor(): array
    {
        return AppRules::demandingFactor($this->rules);
    }

    private function read(RegisteredApp $row): App
    {
        $rules = $this->rules[$row->key] ?? new AppRules($row->key, Look::plain($row->name), Admission::of(Admission::NOBODY), true, false);

        return new App($row->key, $row->kind, $row->summary, $rules);
    }
}
