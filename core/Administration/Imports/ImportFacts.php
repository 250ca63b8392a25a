<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;

/** What a row is held against: which apps and roles there are, and which of the roles whoever imports may give. */
final readonly class ImportFacts
{
    /**
     * @param  list<string>  $apps  keys
     * @param  array<string, bool>  $roles  whether they may be given, by key
     * @param  list<string>  $languages  tags
     * @param  list<Exclusion>  $exclusions  which roles nobody is given together
     */
    public function __construct(
        public array $apps,
        public array $roles,
        public array $languages,
        public \DateTimeImmutable $now,
        public RoleGraph $graph,
        public array $exclusions,
    ) {
    }
}
