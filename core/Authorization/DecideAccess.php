<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Identity\Access;

/**
 * Whether an account may do something (check_access of ANSI INCITS 359, over assignments that lapse and count for one app). Denied unless a
 * way is found; and a way is of no use to an account that has not full access.
 */
final class DecideAccess
{
    /** @var array<string, WayEnd|null> where ways from a role end in a question about an app, for who asks many */
    private array $ends = [];

    public function __construct(private readonly RoleGraph $graph)
    {
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
        // Of those that reach it the shortest is told first; of those that do not, the one that goes furthest.
        $length = static fn (Way $way): int => $way->end === WayEnd::WithoutPermission ? -count($way->roles) : count($way->roles);
        usort($ways, static fn (Way $one, Way $other): int => [self::order($one->end), $length($one)] <=> [self::order($other->end), $length($other)]);

        return new Decision($this->code($assignments, $permission, $app, $at, $access), $ways);
    }

    /**
     * The answer and in a word why, for who does not want the ways.
     *
     * @param  list<Assignment>  $assignments  those that hold, held, and will hold
     * @param  string|null  $app  the app it is asked about; null for a permission that is no app's
     * @return string as Decision has it
     */
    public function code(array $assignments, string $permission, ?string $app, \DateTimeImmutable $at, Access $access): string
    {
        $end = WayEnd::WithoutPermission;
        foreach ($assignments as $assignment) {
            $one = $this->end($assignment, $permission, $app, $at);
            $end = self::order($one) < self::order($end) ? $one : $end;
        }

        return match (true) {
            $end === WayEnd::Lapsed => 'assignment.lapsed',
            $end === WayEnd::NotYet => 'assignment.not_yet',
            $end === WayEnd::OtherApp => 'role.other_app',
            $end === WayEnd::WithoutPermission => 'permission.missing',
            $access === Access::Limited => 'standing.limited',
            $access === Access::None => 'standing.none',
            default => Decision::ALLOWED,
        };
    }

    private function end(Assignment $assignment, string $permission, ?string $app, \DateTimeImmutable $at): WayEnd
    {
        $key = "{$assignment->role} {$assignment->app} {$permission} {$app}";
        $end = $this->ends[$key] ??= match (true) {
            self::countsFor($assignment, $app) && $this->graph->waysTo($assignment->role, $permission, $app) !== [] => WayEnd::Reaches,
            $this->elsewhere($assignment, $permission) !== null => WayEnd::OtherApp,
            default => WayEnd::WithoutPermission,
        };

        return match (true) {
            $end === WayEnd::WithoutPermission || $assignment->holdsAt($at) => $end,
            $end === WayEnd::Reaches && $at < $assignment->since => WayEnd::NotYet,
            default => WayEnd::Lapsed,
        };
    }

    /** @return int the lower, the nearer to what is asked about */
    private static function order(WayEnd $end): int
    {
        return match ($end) {
            WayEnd::Reaches => 0,
            WayEnd::Lapsed => 1,
            WayEnd::NotYet => 2,
            WayEnd::OtherApp => 3,
            WayEnd::WithoutPermission => 4,
        };
    }

    /** @return non-empty-list<Way> */
    private function ways(Assignment $assignment, string $permission, ?string $app, \DateTimeImmutable $at): array
    {
        $end = $this->end($assignment, $permission, $app, $at);
        $reaching = self::countsFor($assignment, $app) ? $this->graph->waysTo($assignment->role, $permission, $app) : [];
        $roles = $reaching !== [] ? $reaching : [$this->elsewhere($assignment, $permission) ?? $this->graph->deepest($assignment->role)];

        return array_map(static fn (array $one): Way => new Way($assignment, $one, $end), $roles);
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
