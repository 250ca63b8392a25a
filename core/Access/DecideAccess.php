<?php

declare(strict_types=1);

namespace Kennel\Core\Access;

use Kennel\Core\Accounts\Access;
use Kennel\Core\Roles\Assignment;
use Kennel\Core\Roles\RoleGraph;

/**
 * Whether an account may do something (check_access of ANSI INCITS 359, over assignments that lapse and count for one app). Denied unless a
 * way is found; and a way is of no use to an account that has not full access.
 */
final readonly class DecideAccess
{
    public function __construct(private RoleGraph $graph)
    {
    }

    /**
     * The answer alone, which is all that most who ask want.
     *
     * @param  list<Assignment>  $assignments
     * @param  string|null  $app  the app it is asked about; null for a permission that is no app's
     */
    public function allows(array $assignments, string $permission, ?string $app, \DateTimeImmutable $at): bool
    {
        foreach ($assignments as $assignment) {
            if ($assignment->holdsAt($at) && self::countsFor($assignment, $app) && $this->graph->waysTo($assignment->role, $permission, $app) !== []) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<Assignment>  $assignments  those that hold, held, and will hold
     * @param  string|null  $app  the app it is asked about; null for a permission that is no app's
     */
    public function __invoke(array $assignments, string $permission, ?string $app, \DateTimeImmutable $at, Access $access): Decision
    {
        $ways = [];
        foreach ($assignments as $assignment) {
            array_push($ways, ...$this->ways($assignment, $permission, $app, $at));
        }
        $order = array_flip(array_column(WayEnd::cases(), 'value'));
        // Of those that reach it the shortest is told first; of those that do not, the one that goes furthest.
        $length = static fn (Way $way): int => $way->end === WayEnd::WithoutPermission ? -count($way->roles) : count($way->roles);
        usort($ways, static fn (Way $one, Way $other): int => [$order[$one->end->value], $length($one)] <=> [$order[$other->end->value], $length($other)]);
        $end = $ways === [] ? WayEnd::WithoutPermission : $ways[0]->end;

        return new Decision(match (true) {
            $end === WayEnd::Lapsed => 'assignment.lapsed',
            $end === WayEnd::NotYet => 'assignment.not_yet',
            $end === WayEnd::OtherApp => 'role.other_app',
            $end === WayEnd::WithoutPermission => 'permission.missing',
            $access === Access::Limited => 'standing.limited',
            $access === Access::None => 'standing.none',
            default => Decision::ALLOWED,
        }, $ways);
    }

    /** @return non-empty-list<Way> */
    private function ways(Assignment $assignment, string $permission, ?string $app, \DateTimeImmutable $at): array
    {
        $reaching = self::countsFor($assignment, $app) ? $this->graph->waysTo($assignment->role, $permission, $app) : [];
        if ($reaching !== []) {
            $end = match (true) {
                $assignment->holdsAt($at) => WayEnd::Reaches,
                $at < $assignment->since => WayEnd::NotYet,
                default => WayEnd::Lapsed,
            };

            return array_map(static fn (array $roles): Way => new Way($assignment, $roles, $end), $reaching);
        }
        $elsewhere = $this->elsewhere($assignment, $permission);

        return $elsewhere === null
            ? [new Way($assignment, $this->graph->deepest($assignment->role), WayEnd::WithoutPermission)]
            : [new Way($assignment, $elsewhere, $assignment->holdsAt($at) ? WayEnd::OtherApp : WayEnd::Lapsed)];
    }

    /** @return non-empty-list<string>|null by which it would be reached, if the app were another */
    private function elsewhere(Assignment $assignment, string $permission): ?array
    {
        foreach ($assignment->app === null ? [null, ...$this->graph->apps()] : [$assignment->app] as $app) {
            $ways = $this->graph->waysTo($assignment->role, $permission, $app);
            if ($ways !== []) {
                return $ways[0];
            }
        }

        return null;
    }

    private static function countsFor(Assignment $assignment, ?string $app): bool
    {
        return $assignment->app === null || $assignment->app === $app;
    }
}
