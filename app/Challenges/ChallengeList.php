<?php

declare(strict_types=1);

namespace Kennel\App\Challenges;

use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Paging\NewestFirst;
use Kennel\Core\Challenges\DecideChallenge;
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
        $this->caller->require('kennel:accounts.read');
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
