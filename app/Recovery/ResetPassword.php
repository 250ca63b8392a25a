<?php

declare(strict_types=1);

namespace Kennel\App\Recovery;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Passwords\SetPassword;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Sessions\EndSessions;
use Kennel\App\Verification\OpenChallenges;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Secrets\Secret;
use Kennel\Core\Verification\ChallengePurpose;
use Psr\Clock\ClockInterface;

/**
 * Sets a new password by a mailed link. Every session ends and every other challenge is spent. Whoever had the link reads the mailbox,
 * so the address is proven by it as well.
 */
final readonly class ResetPassword
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private OpenChallenges $challenges,
        private Accounts $accounts,
        private SetPassword $setPassword,
        private EndSessions $endSessions,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /**
     * @return array{address: string}
     *
     * @throws Problem 422 with challenge.*
     */
    public function inspect(string $token): array
    {
        return ['address' => $this->challenges->find($token, ChallengePurpose::ResetPassword)->address];
    }

    /** @throws Problem 422 */
    public function __invoke(string $token, Secret $new): Account
    {
        // The policy and the hash come first: a link is not spent on a password that would not do.
        $hash = $this->setPassword->prepare($new, $this->accounts->find($this->challenges->find($token, ChallengePurpose::ResetPassword)->account_id) ?? throw Problem::notFound());

        return $this->database->transaction(function () use ($token, $hash): Account {
            $challenge = $this->challenges->find($token, ChallengePurpose::ResetPassword);
            $account = $this->accounts->find($challenge->account_id) ?? throw Problem::notFound();
            if ($account->email !== $challenge->address || ! in_array($account->status, [Status::Active, Status::Pending], true)) {
                throw new Problem(422, 'challenge.refused', [new Reason('challenge.superseded', 'token')]);
            }
            $this->challenges->spend($challenge);
            $this->challenges->supersede($account->id);
            $before = ['status' => $account->status->value, 'email_proven_at' => $account->email_proven_at];
            $this->accounts->change($account, ['status' => Status::Active, 'email_proven_at' => $account->email_proven_at ?? Moment::write($this->clock->now())]);
            $this->setPassword->write($account, $hash, 'by the link in a message to this address');
            $ended = $this->endSessions->allOf($account->id, 'password reset');
            ($this->markComplete)($account);
            $this->context->accountId = $account->id;
            $this->audit->record('account.password_reset', Actor::holder($account->id, $account->name), $account->reference(), $before, ['status' => 'active', 'email_proven_at' => $account->email_proven_at, 'password' => 'set', 'sessions_ended' => $ended]);

            return $account;
        });
    }
}
