<?php

declare(strict_types=1);

namespace Kennel\App\Access;

use Kennel\App\Roles\Roles;
use Kennel\App\Sessions\LiveSessions;
use Kennel\Core\Access\DecideAccess;
use Kennel\Core\Access\Decision;
use Kennel\Core\Accounts\Access;
use Kennel\Core\Roles\Assignment;
use Kennel\Core\Roles\KennelPermissions;
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
        $facts = $this->facts->of(array_values(array_unique(array_filter($ids))), $now);
        $apps = [...array_fill_keys(array_keys(KennelPermissions::ALL), null), ...$this->roles->catalogued()];
        $decide = new DecideAccess($this->roles->graph());
        $answers = [];
        foreach ($questions as $place => $question) {
            $account = $facts[$ids[$place] ?? ''] ?? null;
            $code = match (true) {
                $account === null && $question['session'] !== null => 'session.unknown',
                $account === null => 'account.unknown',
                ! array_key_exists($question['permission'], $apps) => 'permission.unknown',
                default => $this->code($decide, $account, $question['permission'], $question['app'] ?? $apps[$question['permission']], $now),
            };
            $answers[] = ['is_allowed' => $code === Decision::ALLOWED, 'code' => $code];
        }

        return $answers;
    }

    /** @param  array{access: \Closure(): Access, assignments: list<Assignment>}  $account */
    private function code(DecideAccess $decide, array $account, string $permission, ?string $app, \DateTimeImmutable $now): string
    {
        $code = $decide->code($account['assignments'], $permission, $app, $now, Access::Full);

        return $code === Decision::ALLOWED ? $decide->code($account['assignments'], $permission, $app, $now, $account['access']()) : $code;
    }
}
