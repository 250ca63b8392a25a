<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\RequestContext;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Verification\ChallengePurpose;
use Psr\Clock\ClockInterface;

/** Looks at a link, and follows it. Looking changes nothing. */
final readonly class ProveAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private OpenChallenges $challenges,
        private Accounts $accounts,
        private AuditTrail $audit,
        private RequestContext $context,
        private MarkComplete $markComplete,
    ) {
    }

    /**
     * @return array{address: string} what pressing the button would prove
     *
     * @throws Problem 422 with challenge.unknown, .used, .superseded or .expired
     */
    public function inspect(string $token): array
    {
        return ['address' => $this->challenges->find($token, ChallengePurpose::VerifyAddress)->address];
    }

    /** @throws Problem 422 as inspect() */
    public function __invoke(string $token): Account
    {
        return $this->database->transaction(function () use ($token): Account {
            $challenge = $this->challenges->find($token, ChallengePurpose::VerifyAddress);
            $account = $this->accounts->find($challenge->account_id) ?? throw Problem::notFound();
            if ($account->email !== $challenge->address) {
                throw new Problem(422, 'challenge.refused', [new Reason('challenge.superseded', 'token')]);
            }
            $now = Moment::write($this->clock->now());
            $this->challenges->spend($challenge);
            $before = ['status' => $account->status->value, 'email_proven_at' => $account->email_proven_at];
            $after = ['status' => $account->status === Status::Pending ? Status::Active : $account->status, 'email_proven_at' => $account->email_proven_at ?? $now];
            $this->accounts->change($account, $after);
            ($this->markComplete)($account);
            $this->context->accountId = $account->id;
            $this->audit->record('account.address_proven', Actor::holder($account->id, $account->name), $account->reference(), $before, [...$after, 'status' => $account->status->value]);

            return $account;
        });
    }
}
