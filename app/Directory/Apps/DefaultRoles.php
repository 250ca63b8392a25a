<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Apps;

use Kennel\App\Directory\Roles\Roles;

/** The roles whoever signs up on an app gets: what everybody gets, and what that app gives. None that gives anything over Kennel, whatever the rules say. */
final readonly class DefaultRoles
{
    /** @param  list<string>  $everybodys  what whoever signs up gets, on any app */
    public function __construct(private Apps $apps, private array $everybodys, private Roles $roles)
    {
    }

    /** @return list<string> role keys */
    public function of(?string $app): array
    {
        $rules = $app === null ? null : $this->apps->find($app)?->rules;

        return $this->roles->harmless(array_values(array_unique([...$this->everybodys, ...$rules->roles ?? []])));
    }

    /** Whether somebody would be given it at sign-up. */
    public function include(string $role): bool
    {
        return array_filter($this->all(), static fn (array $roles): bool => in_array($role, $roles, true)) !== [];
    }

    /** @return non-empty-list<list<string>> what is given together: what everybody gets, and with it what each app gives */
    public function all(): array
    {
        return [$this->everybodys, ...array_map(fn (App $app): array => [...$this->everybodys, ...$app->rules->roles], $this->apps->all())];
    }
}
