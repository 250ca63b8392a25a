<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\Core\Administration\Bulk\Change;

/** Ends every session of many. */
final readonly class SignOutWork implements Work
{
    use TakesNothing;

    public function __construct(private EndSessions $endSessions)
    {
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $live = $this->endSessions->countLive(array_column($accounts, 'id'));
        $planned = [];
        foreach ($accounts as $account) {
            $planned[$account->seq] = match (true) {
                $account->id === $operatorId => 'account.self',
                ! isset($live[$account->id]) => 'bulk.no_session',
                default => new Change(['live_sessions' => $live[$account->id]], ['live_sessions' => 0]),
            };
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        $this->endSessions->allOfThese(array_column($accounts, 'id'), 'operator');
    }

    public function weakens(Change $change): bool
    {
        return false;
    }
}
