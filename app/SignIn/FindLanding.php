<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\Core\SignIn\DecideLanding;
use Kennel\Core\SignIn\Landing;

/** Where the holder goes on to in one app, by what they owe and by the roles they hold there. */
final readonly class FindLanding
{
    public function __construct(private Assignments $assignments, private Roles $roles, private DecideLanding $decide)
    {
    }

    public function __invoke(SignedIn $holder, App $app, ?string $asked = null): Landing
    {
        return ($this->decide)($holder->access, $holder->duties, $app->rules->landing, $app->rules->landing->roles === [] ? [] : $this->heldOn($app->key, $holder->accountId), $asked);
    }

    /** @return list<string> */
    private function heldOn(string $app, string $accountId): array
    {
        $graph = $this->roles->graph();
        $countsHere = static fn (?string $only): bool => $only === null || $only === $app;
        $held = array_filter($this->assignments->of($accountId), static fn (array $one): bool => $countsHere($one['app']));

        return array_values(array_filter($graph->closure(array_column($held, 'role')), static fn (string $role): bool => $countsHere($graph->appOf($role))));
    }
}
