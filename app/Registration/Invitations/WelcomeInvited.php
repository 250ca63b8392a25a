<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\TakeOver;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Invitations\DecideAcceptance;
use Kennel\Core\Registration\Invitations\InvitationState;
use Psr\Clock\ClockInterface;

/** What accepting an invitation writes: whoever is new gets an account, whoever has one the roles. Called inside the act's transaction. */
final readonly class WelcomeInvited
{
    public function __construct(
        private ClockInterface $clock,
        private DecideAcceptance $decide,
        private Inviters $inviters,
        private Accounts $accounts,
        private FieldValues $fields,
        private DefaultRoles $defaults,
        private Roles $roles,
        private Assignments $assignments,
        private HandOverPassword $handOver,
        private TakeOver $takeOver,
        private Claims $claims,
        private SetPassword $setPassword,
        private Messages $messages,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /** @return array{given: list<string>, lost: list<string>} what the inviter can still give */
    public function roles(Invitation $invitation, ?Account $account): array
    {
        $held = $account === null ? $this->defaults->of($invitation->app_key) : array_map(static fn (Assignment $one): string => $one->role, $this->assignments->heldBy($account->id));

        return $this->decide->roles($invitation->roles, $held, $this->roles->graph(), fn (string $role): bool => $this->inviters->mayGive($invitation->inviter_id, $role), $this->roles->exclusions());
    }

    /** @throws Refusal when another request was quicker */
    public function newcomer(Invitation $invitation, PersonName $name, #[\SensitiveParameter] string $hash, bool $isTemporary): Acceptance
    {
        $this->roles->readAgain();
        $roles = $this->roles($invitation, null);
        $account = $this->account($invitation, $name, $hash);
        $this->context->accountId = $account->id;
        $this->end($invitation, $account);
        $held = array_column($this->assignments->heldBy($account->id), 'role');
        foreach (array_diff($this->defaults->of($invitation->app_key), $held) as $role) {
            $this->assignments->assign($account->id, $role, 'Kennel', 'default role');
        }
        $this->give($invitation, $account, array_values(array_diff($roles['given'], $held)));
        $this->fields->write($account->seq, $invitation->fields);
        $this->accounts->change($account, [
            'status' => Status::Active,
            'email_proven_at' => Moment::write($this->clock->now()),
            'language' => $invitation->language,
            // It has done what it was for: what it may be used for now is the act that replaces it.
            ...$isTemporary ? $this->handOver->owed() : [],
        ]);
        ($this->markComplete)($account);
        $this->audit->record('invitation.accepted', Actor::holder($account->id, $account->name), $account->reference(), [], [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $invitation->app_key,
            'password' => $isTemporary ? 'temporary' : 'set',
            ...$this->told($invitation, $roles),
        ]);

        return new Acceptance($account, $roles['lost']);
    }

    /**
     * @param  array{given: list<string>, lost: list<string>}  $roles
     *
     * @throws Refusal when another request was quicker
     */
    public function holder(Invitation $invitation, Account $account, array $roles): Acceptance
    {
        $this->end($invitation, $account);
        $this->give($invitation, $account, $roles['given']);
        $this->accounts->touch($account);
        $this->audit->record('invitation.accepted', Actor::holder($account->id, $account->name), $account->reference(), [], $this->told($invitation, $roles));

        return new Acceptance($account, $roles['lost']);
    }

    /** One that somebody signed up for and never verified is taken over, empty: its sign-up may have been anybody's. */
    private function account(Invitation $invitation, PersonName $name, #[\SensitiveParameter] string $hash): Account
    {
        $email = EmailAddress::parse($invitation->email);
        $unproven = $this->accounts->byAddress($email);
        if ($unproven === null) {
            return $this->accounts->add($name, $email, HashKind::describe($hash), $invitation->app_key, cameBy: 'invitation');
        }
        if (! $unproven->isUnproven()) {
            throw Refusal::changedMeanwhile();
        }
        // An account nobody signed up for, such as an imported one, keeps what operators gave it.
        $this->takeOver->afresh($unproven, $this->claims->exist($unproven) ? $name : null, $invitation->app_key);
        $this->setPassword->store($unproven, $hash);

        return $unproven;
    }

    private function end(Invitation $invitation, Account $account): void
    {
        $isOurs = Invitation::query()->whereKey($invitation->seq)->whereNull('ended')->update([
            'ended' => InvitationState::Accepted->value,
            'ended_at' => Moment::write($this->clock->now()),
            'account_id' => $account->id,
            'password_hash' => null,
        ]) === 1;
        if (! $isOurs) {
            throw Refusal::invalid([new Reason('invitation.accepted', 'token')], 'invitation.refused');
        }
        $this->messages->handOver($invitation->id, $account->id);
    }

    /** @param  list<string>  $roles */
    private function give(Invitation $invitation, Account $account, array $roles): void
    {
        foreach ($roles as $role) {
            $this->assignments->assign($account->id, $role, $invitation->inviter_name, 'came by invitation');
        }
    }

    /**
     * @param  array{given: list<string>, lost: list<string>}  $roles
     * @return array<string, string>
     */
    private function told(Invitation $invitation, array $roles): array
    {
        return [
            'invited_by' => $invitation->inviter_name,
            'roles' => implode(', ', $roles['given']),
            ...$roles['lost'] === [] ? [] : ['roles_not_given' => implode(', ', $roles['lost'])],
        ];
    }
}
