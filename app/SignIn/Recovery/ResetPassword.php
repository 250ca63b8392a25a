<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Recovery;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\TakeOver;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Passwords\ChangedBy;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
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
        private Challenges $challenges,
        private Accounts $accounts,
        private SetPassword $setPassword,
        private EndSessions $endSessions,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
        private Claims $claims,
        private TakeOver $takeOver,
    ) {
    }

    /**
     * @return array{address: string, asks_name: bool} a name is asked for where the present one may be somebody else's: of an account
     *                                                 whose address nobody has proven
     *
     * @throws Refusal with challenge.*
     */
    public function inspect(string $token): array
    {
        [$challenge, $account] = $this->read($token);

        return ['address' => $challenge->address, 'asks_name' => $this->beginsAnew($account)];
    }

    /** @throws Refusal when it changed meanwhile, for what is invalid */
    public function __invoke(string $token, Secret $new, ?string $typedName): Account
    {
        // The policy and the hash come first: a link is not spent on a password that would not do.
        [, $account] = $this->read($token);
        $name = $this->beginsAnew($account) ? $this->name($typedName) : null;
        $hash = $this->setPassword->prepare($new, $account, $name?->value);

        return $this->database->transaction(function () use ($token, $hash, $name, $account): Account {
            [$challenge, $now] = $this->read($token);
            if (! in_array($now->status, [Status::Active, Status::Pending], true)) {
                throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
            }
            if ($now->password_hash !== $account->password_hash || $this->beginsAnew($now) !== ($name !== null)) {
                throw Refusal::changedMeanwhile();
            }
            $this->challenges->spend($challenge);
            $this->challenges->supersede($now->id, 'password_set');
            $before = ['status' => $now->status->value, 'email_proven_at' => $now->email_proven_at];
            $taken = $now->isUnproven() ? $this->takeOver->afresh($now, $name, null)['sessions_ended'] : 0;
            $this->accounts->change($now, ['status' => Status::Active, 'email_proven_at' => $now->email_proven_at ?? Moment::write($this->clock->now())]);
            $this->setPassword->write($now, $hash, ChangedBy::Link);
            $ended = $taken + $this->endSessions->allOf($now->id, 'password reset');
            ($this->markComplete)($now);
            $this->context->accountId = $now->id;
            $this->audit->record(
                'account.password_reset',
                Actor::holder($now->id, $now->name),
                $now->reference(),
                $before,
                ['status' => 'active', 'email_proven_at' => $now->email_proven_at, 'password' => 'set', 'sessions_ended' => $ended],
            );

            return $now;
        });
    }

    /** @return array{Challenge, Account} */
    private function read(string $token): array
    {
        $challenge = $this->challenges->find($token, ChallengePurpose::ResetPassword);
        $account = $this->accounts->find($challenge->account_id) ?? throw Refusal::notFound();
        if ($account->email !== $challenge->address) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }

        return [$challenge, $account];
    }

    /** Whoever signed up may have been another than who reads the mailbox: their name and fields go, as with the link that proves the address. */
    private function beginsAnew(Account $account): bool
    {
        return $account->isUnproven() && $this->claims->exist($account);
    }

    private function name(?string $typed): PersonName
    {
        try {
            return PersonName::parse($typed ?? '');
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
    }
}
