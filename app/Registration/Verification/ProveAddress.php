<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Psr\Clock\ClockInterface;

/**
 * Follows a link that proves an address.
 *
 * The link says that somebody reads the mailbox, and no more: who signed up may have been another. It vouches for the sign-up's password
 * when it is pressed in the browser that signed up, or by somebody who types that password. Anybody else chooses a new one, and begins
 * with an empty account.
 */
final readonly class ProveAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private ReadVerificationLink $link,
        private Challenges $challenges,
        private Accounts $accounts,
        private PasswordHasher $hasher,
        private SetPassword $setPassword,
        private TakeOver $takeOver,
        private Caller $caller,
        private AuditTrail $audit,
        private RequestContext $context,
        private MarkComplete $markComplete,
    ) {
    }

    /** @throws Refusal when it changed meanwhile, for what is invalid */
    public function __invoke(Presser $presser): Account
    {
        // What takes time comes first, and is looked at again below: nobody waits for a lock while a hash is computed.
        [$read, $account, $claim] = $this->link->read($presser);
        $isProven = $account->email_proven_at !== null;
        $vouches = $isProven || $this->link->isItsBrowser($claim, $account, $presser) || $this->knowsThePassword($claim, $account, $presser);
        $fresh = $vouches ? null : $this->chooseAnew($claim, $account, $presser);

        return $this->database->transaction(function () use ($presser, $read, $account, $claim, $vouches, $fresh): Account {
            [$challenge, $now, $claimNow] = $this->link->readAgain($presser, $read);
            $read = static fn (Account $account, ?Claim $claim): array => [$account->password_hash, $account->password_owed, $account->email_proven_at, $claim?->id];
            if ($read($now, $claimNow) !== $read($account, $claim)) {
                throw Refusal::changedMeanwhile();
            }
            $this->challenges->spend($challenge, $presser->typed === null ? 'link' : 'code');
            $before = ['status' => $now->status->value, 'email_proven_at' => $now->email_proven_at];
            $dropped = $now->email_proven_at !== null ? [] : match (true) {
                ! $vouches => $this->takeOver->afresh($now, $fresh['name'] ?? null, $claim?->app_key),
                $claim !== null => $this->takeOver->byClaim($now, $claim, $this->pressersSession($now)),
                default => [],
            };
            if ($fresh !== null) {
                $this->setPassword->store($now, $fresh['hash']);
            }
            $after = [
                'status' => $now->status === Status::Pending ? Status::Active : $now->status,
                'email_proven_at' => $now->email_proven_at ?? Moment::write($this->clock->now()),
            ];
            $this->accounts->change($now, $after);
            ($this->markComplete)($now);
            $this->context->accountId = $now->id;
            $this->audit->record(
                'account.address_proven',
                Actor::holder($now->id, $now->name),
                $now->reference(),
                $before,
                [...$after, 'status' => $now->status->value, ...$fresh === null ? [] : ['password' => 'set'], ...$dropped],
            );

            return $now;
        });
    }

    /** @throws Refusal when one was typed and it is another */
    private function knowsThePassword(?Claim $claim, Account $account, Presser $presser): bool
    {
        if ($presser->password === null || $presser->password->reveal() === '') {
            return false;
        }
        $stored = $claim->password_hash ?? $account->password_hash;
        try {
            $matches = $this->hasher->verify(PreparedPassword::from($presser->password), $stored);
        } catch (Refused) {
            $matches = false;
        }
        if (! $matches || $this->link->isCompromised($claim, $account)) {
            throw Refusal::invalid([new Reason('verification.other_password', 'password')]);
        }

        return true;
    }

    /**
     * @return array{hash: string, name: PersonName|null}
     *
     * @throws Refusal for what is invalid
     */
    private function chooseAnew(?Claim $claim, Account $account, Presser $presser): array
    {
        if ($presser->newPassword === null || $presser->newPassword->reveal() === '') {
            throw Refusal::invalid([new Reason('verification.password_required', 'password')]);
        }
        try {
            $name = $claim === null ? null : PersonName::parse($presser->name ?? '');
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }

        return ['hash' => $this->setPassword->prepare($presser->newPassword, $account, $name?->value, 'new_password'), 'name' => $name];
    }

    /** @return string "" when the link is pressed in no session of this account */
    private function pressersSession(Account $account): string
    {
        $current = $this->caller->find();

        return $current?->accountId === $account->id ? $current->sessionId : '';
    }
}
