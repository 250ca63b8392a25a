<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

/** A role as it is edited. The key is how everything else names it, and stays. */
final readonly class RoleDefinition
{
    /**
     * @param  string|null  $app  the one app it counts for
     * @param  list<string>  $permissions  its own
     * @param  list<string>  $includes  role keys
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $summary,
        public ?string $app,
        public array $permissions,
        public array $includes,
    ) {
    }
}
