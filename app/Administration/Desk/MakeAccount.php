<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Desk\AccountInput;
use Kennel\Core\Administration\Desk\AccountPlan;
use Kennel\Core\Administration\Desk\DecideAccount;
use Kennel\Core\Administration\Desk\FirstWayIn;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** An operator makes an account for somebody: the row, its default roles, one way in, and the trail, in one transaction. */
final readonly class MakeAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private DecideAccount $decide,
        private HandOverPassword $handOver,
        private SetPassword $setPassword,
        private FieldRules $fields,
        private FieldValues $values,
        private Metadata $metadata,
        private GiveableRoles $giveable,
        private RulesInForce $rules,
        private Accounts $accounts,
        private Apps $apps,
        private Roles $roles,
        private Assignments $assignments,
        private DefaultRoles $defaults,
        private VerificationRules $verification,
        private Challenges $challenges,
        private Messages $messages,
        private MarkComplete $markComplete,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private RequestContext $context,
        private Caller $caller,
        private TakenAddress $taken,
    ) {
    }

    /**
     * @param  SignedIn|null  $operator  null for Kennel itself, on the word of whoever has the server
     *
     * @throws Refusal for what is invalid, and where somebody has the address: with their account, for an operator who may read accounts
     */
    public function __invoke(AccountInput $input, string $app, ?SignedIn $operator): MadeAccount
    {
        $plan = ($this->decide)($input, $this->fields->askedBy($app), $this->clock->now());
        $reasons = is_array($plan) ? $plan : [];
        $bounds = $operator === null ? null : $this->caller->bounds();
        if ($this->apps->find($app) === null || ! Bounds::include($bounds, $app)) {
            $reasons = [...$reasons, new Reason('account.app_unknown', 'app', ['app' => $app])];
        }
        $reasons = [...$reasons, ...$this->reasonsAgainstRoles($input->roles ?? [], $operator)];
        if (is_array($plan) || $reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->refuseTaken($plan->email, $operator);
        $password = match ($plan->way) {
            FirstWayIn::Link => $this->handOver->unknown(),
            FirstWayIn::Typed => $input->password ?? $this->handOver->unknown(),
            default => $this->handOver->temporary(),
        };
        $hash = $plan->way === FirstWayIn::Typed
            ? $this->setPassword->prepareFirst($password, $plan->email->toString(), $plan->name->value, (string) $this->apps->find($app)?->name())
            : $this->handOver->hash($password);
        try {
            $account = $this->database->transaction(fn (): Account => $this->write($plan, $app, $hash, $password, $operator));
        } catch (UniqueConstraintViolationException) {
            // Somebody was quicker between the look and the writing.
            $this->refuseTaken($plan->email, $operator);
            throw Refusal::changedMeanwhile();
        }

        return new MadeAccount($account, $plan->way === FirstWayIn::Temporary ? $password : null);
    }

    /**
     * @param  list<string>  $roles
     * @return list<Reason>
     */
    private function reasonsAgainstRoles(array $roles, ?SignedIn $operator): array
    {
        $reasons = [];
        foreach ($roles as $role) {
            if (! $this->roles->exists($role)) {
                $reasons[] = new Reason('role.unknown', 'roles');
            } elseif ($operator !== null && ! $this->giveable->includes($role, $operator->accountId)) {
                $reasons[] = new Reason('role.beyond_authority', 'roles');
            }
        }

        return [...$reasons, ...Excluded::reasons($this->roles->exclusions(), $roles, $this->roles->graph(), 'roles')];
    }

    private function refuseTaken(EmailAddress $email, ?SignedIn $operator): void
    {
        $account = $this->accounts->byAddress($email);
        if ($account !== null) {
            throw Refusal::invalid([$operator === null ? TakenAddress::named($account) : $this->taken->reason($account)]);
        }
    }

    private function write(AccountPlan $plan, string $app, #[\SensitiveParameter] string $hash, Secret $password, ?SignedIn $operator): Account
    {
        $this->rules->requireUnchanged();
        $this->roles->readAgain();
        $account = $this->accounts->add($plan->name, $plan->email, HashKind::describe($hash), $app, cameBy: 'operator');
        $this->context->accountId = $account->id;
        $roles = $plan->roles ?? $this->defaults->of($app);
        // The operator may have been stopped since they were let in, or have lost what they give.
        $reasons = $this->reasonsAgainstRoles($plan->roles ?? [], $operator);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        if ($operator !== null) {
            $this->authority->require($operator, $account);
        }
        foreach ($roles as $role) {
            $this->assignments->assign($account->id, $role, $operator->name ?? 'system', $plan->roles === null ? 'default role' : 'given when the account was made');
        }
        $this->values->write($account->seq, $plan->fields);
        foreach ($plan->metadata as $kind => $document) {
            $this->metadata->write($account->seq, MetadataKind::from($kind), $document);
        }
        $this->accounts->change($account, [
            'status' => $plan->status(),
            'email_proven_at' => $plan->isVouchedFor ? Moment::write($this->clock->now()) : null,
            'status_reason' => $plan->isSuspended ? $plan->why : null,
            ...match ($plan->way) {
                FirstWayIn::Link => [],
                FirstWayIn::Typed => $plan->mustChange ? ['password_owed' => PasswordOwed::Asked] : [],
                default => $this->handOver->owed(),
            },
        ]);
        $this->tell($account, $plan->way, $password);
        ($this->markComplete)($account);
        $this->audit->record('account.made', $operator?->asOperator() ?? Actor::system(), $account->reference(), [], [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $app,
            'address' => $plan->isVouchedFor ? 'verified by the operator' : 'to be verified',
            'way_in' => $plan->way->value,
            'roles' => implode(', ', $roles),
            ...array_map(static fn (mixed $value): mixed => is_array($value) ? implode(', ', $value) : $value, $plan->fields),
            ...array_map(static fn (MetadataDocument $document): string => $document->toJson(), $plan->metadata),
        ], $plan->why);

        return $account;
    }

    private function tell(Account $account, FirstWayIn $way, Secret $password): void
    {
        if ($way === FirstWayIn::Link) {
            $token = $this->challenges->issue($account, ChallengePurpose::ResetPassword, $this->verification->lifetime)->token;
            $this->messages->queueToHolder(MessageKind::AccountMade, $account, 'reset', ['hours' => intdiv($this->verification->lifetime->seconds, 3600)], "#t={$token->reveal()}");
        }
        if ($way === FirstWayIn::TemporaryMailed) {
            $this->handOver->mail($account, $password);
        }
    }
}
