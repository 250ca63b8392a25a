<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Kennel\Core\Directory\Roles\RoleGraph;

/** The roles and the catalogue as they stood at one moment. */
final readonly class KnownRoles
{
    /**
     * @param  array<string, string|null>  $catalogued  the app of each permission that apps ask about, by key
     * @param  string  $tag  of this state; no other one has it
     */
    public function __construct(public RoleGraph $graph, public array $catalogued, public string $tag)
    {
    }
}
