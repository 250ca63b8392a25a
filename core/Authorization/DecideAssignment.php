<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Whether an account can be given a role, beside what it holds and will hold. Whose role it is to give is Authority's matter. An exclusion
 * looks at everything that has not ended: two that begin to overlap later would break it as well.
 */
final readonly class DecideAssignment
{
    /**
     * @param  list<string>  $apps
     * @param  list<Exclusion>  $exclusions
     */
    public function __construct(private RoleGraph $graph, private array $apps, private array $exclusions)
    {
    }

    /**
     * @param  list<Assignment>  $held
     * @return list<Reason>
     */
    public function __invoke(Assignment $given, array $held, \DateTimeImmutable $now): array
    {
        $reasons = [];
        if (! in_array($given->role, $this->graph->keys(), true)) {
            return [new Reason('role.unknown', 'role')];
        }
        if ($given->until !== null && $given->until <= $now) {
            $reasons[] = new Reason('assignment.until_past', 'until');
        }
        $of = $this->graph->appOf($given->role);
        if ($given->app !== null && ($of ?? $given->app) !== $given->app) {
            $reasons[] = new Reason('assignment.other_app', 'app', ['app' => (string) $of]);
        } elseif ($given->app !== null && ! in_array($given->app, $this->apps, true)) {
            $reasons[] = new Reason('role.app_unknown', 'app', ['app' => mb_substr($given->app, 0, 60)]);
        }
        $roles = array_map(static fn (Assignment $one): string => $one->role, array_filter($held, static fn (Assignment $one): bool => $one->until === null || $one->until > $now));

        return [...$reasons, ...$this->excluded($given->role, array_values($roles))];
    }

    /**
     * @param  list<string>  $held  role keys
     * @return list<Reason>
     */
    public function excluded(string $role, array $held): array
    {
        return Excluded::reasons($this->exclusions, [$role], $this->graph, 'role', $held);
    }
}
