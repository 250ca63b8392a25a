<?php

declare(strict_types=1);

namespace Kennel\App\Challenges;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Paging\NewestFirst;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Challenges\ChallengeFacts;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Challenges\DecideChallenge;
use Psr\Clock\ClockInterface;

/** ChallengeList as operators see them: what was sent and what became of it, never the token. */
final readonly class ChallengeList
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private DecideChallenge $decide,
        private CurrentSession $session,
        private NewestFirst $pages,
    ) {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(?string $accountId, ?string $cursor, int $limit): array
    {
        $this->session->require('kennel:accounts.read');
        $rows = $this->database->table('challenges');
        if ($accountId !== null) {
            $rows->where('account_id', $accountId);
        }

        return $this->pages->page($rows, $cursor, $limit, fn (\stdClass $row): array => [
            'id' => $row->id,
            'purpose' => $row->purpose,
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
        return $this->database->table('challenges')->whereNull('used_at')->whereNull('superseded_at')
            ->where('expires_at', '<=', Moment::write($this->clock->now()))->count();
    }

    public static function facts(\stdClass $row): ChallengeFacts
    {
        return new ChallengeFacts(
            ChallengePurpose::from($row->purpose),
            Moment::read($row->expires_at),
            Moment::readOrNull($row->used_at),
            Moment::readOrNull($row->superseded_at),
        );
    }

    private function state(\stdClass $row): string
    {
        $facts = self::facts($row);
        $reason = ($this->decide)($facts, $facts->purpose, $this->clock->now());

        return $reason === null ? 'open' : substr($reason->code, strlen('challenge.'));
    }
}
