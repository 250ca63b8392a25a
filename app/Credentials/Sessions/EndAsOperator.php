<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;

/** An operator ends sessions of others: of whom they may see, and who may do no more than they. */
final readonly class EndAsOperator
{
    /** In one act; each is a row of the trail. */
    public const MOST = 200;

    public function __construct(
        private ConnectionInterface $database,
        private SessionList $list,
        private EndSessions $end,
        private Sight $sight,
        private Accounts $accounts,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
    ) {
    }

    /** @throws Refusal when there is none, for whose is out of reach */
    public function one(SignedIn $operator, string $sessionId): void
    {
        $this->database->transaction(fn () => $this->end($operator, $sessionId));
    }

    /**
     * @param  list<string>  $sessionIds
     * @return int how many; those that ended meanwhile, or are out of reach, stay as they are
     */
    public function many(SignedIn $operator, array $sessionIds): int
    {
        return $this->database->transaction(function () use ($operator, $sessionIds): int {
            $ended = 0;
            foreach ($sessionIds as $id) {
                try {
                    $this->end($operator, $id);
                    $ended++;
                } catch (Refusal) {
                    // Said by the number.
                }
            }

            return $ended;
        });
    }

    private function end(SignedIn $operator, string $sessionId): void
    {
        $session = $this->list->find($sessionId);
        if ($session === null || ! $this->sight->includes($session['account_id'])) {
            throw Refusal::notFound();
        }
        $this->authority->require($operator, $this->accounts->find($session['account_id']) ?? throw Refusal::notFound());
        $this->end->one($session['id'], 'operator');
        $this->audit->record(
            'session.ended',
            $operator->asOperator(),
            ['id' => $session['account_id'], 'name' => $session['name']],
            ['state' => 'live'],
            ['state' => 'ended'],
            record: 'session',
        );
    }
}
