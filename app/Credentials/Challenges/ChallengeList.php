<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Challenges;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\Core\Credentials\Challenges\DecideChallenge;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** ChallengeList as operators see them: what was sent and what became of it, never the token. */
final readonly class ChallengeList
{
    public function __construct(
        private ClockInterface $clock,
        private DecideChallenge $decide,
        private Caller $caller,
        private Sight $sight,
        private NewestFirst $pages,
    ) {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(?string $accountId, ?string $cursor, int $limit): array
    {
        $this->caller->require(Permission::AccountsRead);
        $rows = $this->sight->within(Challenge::query());
        if ($accountId !== null) {
            $rows->where('account_id', $accountId);
        }

        return $this->pages->page($rows, $cursor, $limit, fn (Challenge $row): array => [
            'id' => $row->id,
            'purpose' => $row->purpose->value,
            'address' => $row->address,
            'state' => $this->state($row),
            'created_at' => $row->created_at,
            'expires_at' => $row->expires_at,
            'used_at' => $row->used_at,
            'has_code' => $row->code_digest !== null,
            'code_expires_at' => $row->code_expires_at,
            'code_attempts' => $row->code_attempts,
            'code_most_attempts' => $row->code_most_attempts,
            'ended_by' => $row->ended_by,
            'ended_at' => $row->used_at ?? $row->superseded_at ?? ($this->state($row) === 'expired' ? $row->expires_at : null),
        ]);
    }

    /** Pending accounts are not counted here: an account may owe its proof and hold a link that still works. */
    public function countLapsed(): int
    {
        return Challenge::query()->unspent()
            ->where('expires_at', '<=', Moment::write($this->clock->now()))->count();
    }

    private function state(Challenge $row): string
    {
        $facts = $row->facts();
        $reason = ($this->decide)($facts, $facts->purpose, $this->clock->now());

        return $reason === null ? 'open' : substr($reason->code, strlen('challenge.'));
    }
}
