<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Authorization\DecideAccess;
use Kennel\Core\Authorization\Decision;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** Whether somebody may: what apps ask in the middle of their own requests, up to a hundred at once. Whatever is not known is denied. */
final readonly class AnswerQuestions
{
    public const MOST = 100;

    public function __construct(private AccessFacts $facts, private Roles $roles, private LiveSessions $sessions, private ClockInterface $clock)
    {
    }

    /**
     * @param  list<array{account: string|null, session: string|null, permission: string, app: string|null}>  $questions
     * @return list<array{is_allowed: bool, code: string}> in the order of the questions
     */
    public function __invoke(array $questions): array
    {
        $now = $this->clock->now();
        $bySession = $this->sessions->accountsOf(array_values(array_filter(array_column($questions, 'session'))));
        $ids = array_map(static fn (array $one): ?string => $one['account'] ?? $bySession[$one['session'] ?? ''] ?? null, $questions);
        $assignments = $this->facts->assignments(array_values(array_unique(array_filter($ids))), $now);
        $catalogued = $this->roles->catalogued();
        $decide = new DecideAccess($this->roles->graph());
        $code = static function (array $question, ?string $id, Access $access) use ($decide, $assignments, $catalogued, $now): string {
            $held = $assignments[$id ?? ''] ?? null;

            return match (true) {
                $held === null => $question['session'] !== null ? 'session.unknown' : 'account.unknown',
                ! array_key_exists($question['permission'], $catalogued) && ! isset(Permission::catalogue()[$question['permission']]) => 'permission.unknown',
                default => $decide->code($held, $question['permission'], $question['app'] ?? $catalogued[$question['permission']] ?? null, $now, $access),
            };
        };
        // By roles first: what duties leave of access is a question of those alone whom a role allows it.
        $codes = array_map(static fn (array $question, ?string $id): string => $code($question, $id, Access::Full), $questions, $ids);
        $access = $this->facts->access(array_values(array_unique(array_filter(array_intersect_key($ids, array_filter($codes, static fn (string $one): bool => $one === Decision::ALLOWED))))));

        return array_map(static function (array $question, ?string $id, string $byRoles) use ($code, $access): array {
            $said = $byRoles === Decision::ALLOWED ? $code($question, $id, $access[$id ?? ''] ?? Access::None) : $byRoles;

            return ['is_allowed' => $said === Decision::ALLOWED, 'code' => $said];
        }, $questions, $ids, $codes);
    }
}
