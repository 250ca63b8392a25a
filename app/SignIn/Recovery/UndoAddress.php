<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Recovery;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Accounts\RemoveAccounts;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/**
 * The former address undoes that an account has another one. Whoever changed it knew the password: so every session ends, the password is worth nothing any more,
 * and a link that sets another goes to the address that is the account's again.
 */
final readonly class UndoAddress
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Challenges $challenges,
        private Accounts $accounts,
        private RemoveAccounts $remove,
        private Claims $claims,
        private EndSessions $endSessions,
        private SendRecovery $sendRecovery,
        private Messages $messages,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /**
     * @return array{before: string, after: string} the address it has now, and the one it would have again
     *
     * @throws Refusal with challenge.*, or with address.taken_since
     */
    public function inspect(string $token): array
    {
        [$challenge, $account] = $this->read($token);

        return ['before' => $account->email, 'after' => $challenge->address];
    }

    /** @throws Refusal with challenge.*, or with address.taken_since */
    public function __invoke(string $token): Account
    {
        try {
            return $this->database->transaction(fn (): Account => $this->undo($token));
        } catch (UniqueConstraintViolationException) {
            throw self::taken();
        }
    }

    private function undo(string $token): Account
    {
        [$challenge, $account, $squatter] = $this->read($token);
        if ($squatter !== null) {
            // Somebody signed up with the former address since, and never verified it. It is nobody's, and must not keep its holder out.
            ($this->remove)([$squatter]);
        }
        $before = ['email' => $account->email, 'status' => $account->status->value, 'password_owed' => $account->password_owed->value];
        $this->challenges->spend($challenge);
        $this->challenges->supersedeUndoingAfter($challenge);
        $this->claims->settle($account);
        $this->accounts->readdress($account, EmailAddress::parse($challenge->address), [
            'email_proven_at' => Moment::write($this->clock->now()),
            'status' => Status::Active,
            'password_owed' => PasswordOwed::Compromised,
            'password_until' => null,
        ]);
        $ended = $this->endSessions->allOf($account->id, 'address undone');
        $this->messages->queueToHolder(MessageKind::OwnAddressChanged, $account, 'sign-in', ['before' => $before['email'], 'after' => $account->email], recipient: $before['email']);
        ($this->sendRecovery)($account);
        ($this->markComplete)($account);
        $this->context->accountId = $account->id;
        $this->audit->record('account.address_undone', Actor::holder($account->id, $account->name), $account->reference(), $before, [
            'email' => $account->email, 'status' => $account->status->value, 'password_owed' => 'compromised', 'sessions_ended' => $ended,
            ...$squatter === null ? [] : ['unverified_sign_up' => 'removed'],
        ]);

        return $account;
    }

    /** @return array{Challenge, Account, Account|null} the last is in the way, and can be removed */
    private function read(string $token): array
    {
        $challenge = $this->challenges->find($token, ChallengePurpose::UndoAddress);
        $account = $this->accounts->find($challenge->account_id) ?? throw Refusal::notFound();
        if (! in_array($account->status, [Status::Active, Status::Pending], true) || $account->email === $challenge->address) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }
        $there = $this->accounts->byAddress(EmailAddress::parse($challenge->address));
        if ($there === null || $there->id === $account->id) {
            return [$challenge, $account, null];
        }

        return $there->isUnproven() && $there->came_by === 'signup' ? [$challenge, $account, $there] : throw self::taken();
    }

    private static function taken(): Refusal
    {
        return Refusal::invalid([new Reason('address.taken_since', 'token')], 'challenge.refused');
    }
}
