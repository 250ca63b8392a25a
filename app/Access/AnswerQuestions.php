<?php

declare(strict_types=1);

namespace Kennel\App\Access;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\Standings;
use Kennel\App\Roles\Roles;
use Kennel\App\Sessions\LiveSessions;
use Kennel\Core\Access\DecideAccess;
use Kennel\Core\Access\Decision;
use Psr\Clock\ClockInterface;

/** Whether somebody may: what apps ask in the middle of their own requests, up to a hundred at once. Whatever is not known is denied. */
final readonly class AnswerQuestions
{
    public const MOST = 100;

    public function __construct(private Accounts $accounts, private Roles $roles, private Standings $standings, private LiveSessions $sessions, private Permissions $permissions, private ClockInterface $clock)
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
        $accounts = $this->accounts->byIds(array_values(array_unique(array_filter($ids))));
        $standings = $this->standings->ofAll(array_values($accounts));
        $assignments = $this->roles->assignmentsOfAll(array_keys($accounts));
        $known = $this->permissions->all();
        $decide = new DecideAccess($this->roles->graph());
        $answers = [];
        foreach ($questions as $place => $question) {
            $account = $accounts[$ids[$place] ?? ''] ?? null;
            $permission = $known[$question['permission']] ?? null;
            $code = match (true) {
                $account === null && $question['session'] !== null => 'session.unknown',
                $account === null => 'account.unknown',
                $permission === null => 'permission.unknown',
                default => $decide($assignments[$account->id] ?? [], $permission->key, $question['app'] ?? $permission->app, $now, $standings[$account->id]->access)->code,
            };
            $answers[] = ['is_allowed' => $code === Decision::ALLOWED, 'code' => $code];
        }

        return $answers;
    }
}
