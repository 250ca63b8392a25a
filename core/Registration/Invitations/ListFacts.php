<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;

/** What the store knows about a list of people: asked once for all of them. */
final readonly class ListFacts
{
    /**
     * @param  array<string, AppRules>  $apps  that the inviter may invite to, by key
     * @param  array<string, array<string, Field>>  $fields  asked by each app, by key
     * @param  array<string, KnownPerson>  $people  by the lookup key of their address
     * @param  array<string, true>  $unproven  lookup keys of addresses somebody signed up with and never verified
     * @param  array<string, \DateTimeImmutable>  $open  when the open invitation was last sent, by app and lookup key with a space between
     * @param  list<string>  $giveable  keys of roles that are the inviter's to give
     * @param  list<Exclusion>  $exclusions
     * @param  array<string, true>  $suppressed  addresses in lower case that nothing is sent to
     * @param  list<string>  $languages
     */
    public function __construct(
        public array $apps,
        public array $fields,
        public array $people,
        public array $unproven,
        public array $open,
        public RoleGraph $graph,
        public array $giveable,
        public array $exclusions,
        public array $suppressed,
        public array $languages,
    ) {
    }
}
