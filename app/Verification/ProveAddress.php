<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Challenges\Challenge;
use Kennel\App\Challenges\Challenges;
use Kennel\App\Passwords\SetPassword;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\RequestContext;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\Refused;
use Psr\Clock\ClockInterface;

/**
 * Looks at a link that proves an address, and follows it. Looking changes nothing.
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
        private Challenges $challenges,
        private Claims $claims,
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

    /**
     * @return array{address: string, asks: 'nothing'|'password', asks_name: bool} what pressing the button would prove, and what it takes:
     *                                                                             the sign-up's password, or a new one (and then a name)
     *
     * @throws Refusal with challenge.unknown, .used, .superseded or .expired, or with code.wrong
     */
    public function inspect(Presser $presser): array
    {
        [$challenge, $account, $claim] = $this->read($presser);
        $isFree = $account->email_proven_at !== null || $this->isItsBrowser($claim, $account, $presser);

        return ['address' => $challenge->address, 'asks' => $isFree ? 'nothing' : 'password', 'asks_name' => $claim !== null];
    }

    /** @throws Refusal when it changed meanwhile, for what is invalid */
    public function __invoke(Presser $presser): Account
    {
        // What takes time comes first, and is looked at again below: nobody waits for a lock while a hash is computed.
        [$read, $account, $claim] = $this->read($presser);
        $isProven = $account->email_proven_at !== null;
        $vouches = $isProven || $this->isItsBrowser($claim, $account, $presser) || $this->knowsThePassword($claim, $account, $presser);
        $fresh = $vouches ? null : $this->chooseAnew($claim, $account, $presser);

        return $this->database->transaction(function () use ($presser, $read, $account, $claim, $vouches, $fresh): Account {
            [$challenge, $now, $claimNow] = $this->readAgain($presser, $read);
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

    /**
     * Counts an attempt, where a code was typed.
     *
     * @return array{Challenge, Account, Claim|null}
     *
     * @throws Refusal with challenge.*, or with code.wrong: alike for an address that is unknown, one that owes no proof, a code that is too old or tried too often
     */
    private function read(Presser $presser): array
    {
        if ($presser->typed === null) {
            return $this->of($this->challenges->find($presser->token, ChallengePurpose::VerifyAddress));
        }
        $account = $this->accounts->byAddress($presser->typed->email);
        $claim = $account === null ? null : $this->claims->of($account, $presser->browser);
        $challenge = $this->challenges->tryCode($account, $claim?->id, ChallengePurpose::VerifyAddress, $presser->typed->code);

        return $challenge === null ? throw self::wrongCode() : $this->of($challenge);
    }

    /** @return array{Challenge, Account, Claim|null} */
    private function readAgain(Presser $presser, Challenge $read): array
    {
        if ($presser->typed === null) {
            return $this->read($presser);
        }

        return $this->challenges->stillHasCode($read, $presser->typed->code) ? $this->of($read) : throw self::wrongCode();
    }

    /** @return array{Challenge, Account, Claim|null} */
    private function of(Challenge $challenge): array
    {
        $account = $this->accounts->find($challenge->account_id) ?? throw Refusal::notFound();
        if ($account->email !== $challenge->address) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }

        return [$challenge, $account, $this->claims->find($challenge->claim_id)];
    }

    private static function wrongCode(): Refusal
    {
        return Refusal::invalid([new Reason('code.wrong', 'code')]);
    }

    private function isItsBrowser(?Claim $claim, Account $account, Presser $presser): bool
    {
        return $claim?->browser_digest !== null && $presser->browser !== null
            && ! $this->isCompromised($claim, $account)
            && hash_equals($claim->browser_digest, $presser->browser->digest());
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
        if (! $matches || $this->isCompromised($claim, $account)) {
            throw Refusal::invalid([new Reason('verification.other_password', 'password')]);
        }

        return true;
    }

    /** Others may know it, so knowing it vouches for nobody. */
    private function isCompromised(?Claim $claim, Account $account): bool
    {
        return ($claim === null || $claim->is_founding) && $account->password_owed === PasswordOwed::Compromised;
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
