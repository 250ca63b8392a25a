<?php

declare(strict_types=1);

namespace Kennel\App\Desk;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\MarkComplete;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Apps\Apps;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Challenges\Challenges;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Roles;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Desk\AccountInput;
use Kennel\Core\Desk\AccountPlan;
use Kennel\Core\Desk\DecideAccount;
use Kennel\Core\Desk\FirstWayIn;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Passwords\TemporaryPassword;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Secret;
use Kennel\Core\Signup\SignupRules;
use Kennel\Core\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** An operator makes an account for somebody: the row, its default roles, one way in, and the trail, in one transaction. */
final readonly class MakeAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private DecideAccount $decide,
        private PasswordHasher $hasher,
        private Accounts $accounts,
        private Apps $apps,
        private Roles $roles,
        private SignupRules $signup,
        private VerificationRules $verification,
        private Challenges $challenges,
        private Messages $messages,
        private MarkComplete $markComplete,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /** @throws Refusal for what is invalid, and where somebody has the address: with their account, since an operator may see it */
    public function __invoke(AccountInput $input, string $app, SignedIn $operator): MadeAccount
    {
        $plan = ($this->decide)($input);
        $reasons = is_array($plan) ? $plan : [];
        if ($this->apps->find($app) === null) {
            $reasons = [...$reasons, new Reason('account.app_unknown', 'app', ['app' => $app])];
        }
        if (is_array($plan) || $reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->refuseTaken($plan->email);
        // Behind a link nobody knows the password, until one is set by it.
        $password = $plan->way === FirstWayIn::Link ? new Secret(base64_encode($this->entropy->bytes(32))) : TemporaryPassword::draw($this->entropy);
        $hash = $this->hasher->hash(PreparedPassword::from($password));
        try {
            $account = $this->database->transaction(fn (): Account => $this->write($plan, $app, $hash, $password, $operator));
        } catch (UniqueConstraintViolationException) {
            // Somebody was quicker between the look and the writing.
            $this->refuseTaken($plan->email);
            throw Refusal::changedMeanwhile();
        }

        return new MadeAccount($account, $plan->way === FirstWayIn::Temporary ? $password : null);
    }

    private function refuseTaken(EmailAddress $email): void
    {
        $account = $this->accounts->byAddress($email);
        if ($account !== null) {
            throw Refusal::invalid([new Reason('account.address_taken', 'email', ['name' => $account->name, 'account' => $account->id])]);
        }
    }

    private function write(AccountPlan $plan, string $app, #[\SensitiveParameter] string $hash, Secret $password, SignedIn $operator): Account
    {
        $account = $this->accounts->add($plan->name, $plan->email, $hash, $app, cameBy: 'operator');
        $this->context->accountId = $account->id;
        $roles = $this->roles->harmless($this->signup->roles);
        foreach ($roles as $role) {
            $this->roles->assign($account->id, $role, $operator->name, 'default role');
        }
        // The operator may have been stopped since they were let in.
        $this->authority->require($operator, $account);
        if ($plan->isVouchedFor) {
            $this->accounts->change($account, ['status' => Status::Active, 'email_proven_at' => Moment::write($this->clock->now())]);
        }
        if ($plan->way !== FirstWayIn::Link) {
            $until = Moment::write($this->clock->now()->modify('+'.TemporaryPassword::HOURS.' hours'));
            $this->accounts->change($account, ['password_owed' => PasswordOwed::Temporary, 'password_until' => $until]);
        }
        $this->tell($account, $plan->way, $password);
        ($this->markComplete)($account);
        $this->audit->record('account.made', $operator->asOperator(), $account->reference(), [], [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $app,
            'address' => $plan->isVouchedFor ? 'verified by the operator' : 'to be verified',
            'way_in' => $plan->way->value,
            'roles' => implode(', ', $roles),
        ], $plan->why);

        return $account;
    }

    private function tell(Account $account, FirstWayIn $way, Secret $password): void
    {
        if ($way === FirstWayIn::Link) {
            $token = $this->challenges->issue($account, ChallengePurpose::ResetPassword, $this->verification->lifetime);
            $this->messages->queueToHolder('account_made', $account, 'reset', ['hours' => intdiv($this->verification->lifetime->seconds, 3600)], "#t={$token->reveal()}");
        }
        if ($way === FirstWayIn::TemporaryMailed) {
            $this->messages->queueToHolder('temporary_password', $account, 'sign-in', ['password' => $password->reveal(), 'hours' => TemporaryPassword::HOURS]);
        }
    }
}
