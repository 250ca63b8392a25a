<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Apps;

use Kennel\App\Directory\Roles\Roles;

/** The roles of a new account: those given on every app, and those of its own app. Roles with permissions over Kennel are left out, whatever the rules say. */
final readonly class DefaultRoles
{
    /** @param  list<string>  $onEveryApp  roles of every new account, whichever app it signs up on */
    public function __construct(private Apps $apps, private array $onEveryApp, private Roles $roles)
    {
    }

    /** @return list<string> role keys */
    public function of(?string $app): array
    {
        $rules = $app === null ? null : $this->apps->find($app)?->rules;

        return $this->roles->harmless(array_values(array_unique([...$this->onEveryApp, ...$rules->roles ?? []])));
    }

    /** Whether somebody would be given it at sign-up. */
    public function include(string $role): bool
    {
        return array_filter($this->all(), static fn (array $roles): bool => in_array($role, $roles, true)) !== [];
    }

    /** @return non-empty-list<list<string>> what is given together: what everybody gets, and with it what each app gives */
    public function all(): array
    {
        return [$this->onEveryApp, ...array_map(fn (App $app): array => [...$this->onEveryApp, ...$app->rules->roles], $this->apps->all())];
    }
}
