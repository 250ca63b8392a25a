<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Apps\App;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Roles;
use Kennel\App\Verification\SendVerification;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Signup\DecideSignup;
use Kennel\Core\Signup\SignupInput;
use Kennel\Core\Signup\SignupRules;
use Kennel\Core\Signup\SignupVerdict;

/**
 * Signs a person up: account, default roles, challenge, message and audit event in one transaction.
 *
 * Somebody who is registered already causes the same work and the same answer; they hear of it by mail, and only they. What a
 * new account would have cost is spent on nobody's and undone, or the time would tell.
 */
final readonly class SignUp
{
    public function __construct(
        private ConnectionInterface $database,
        private DecideSignup $decide,
        private PasswordHasher $hasher,
        private SignupRules $rules,
        private Accounts $accounts,
        private Roles $roles,
        private SendVerification $sendVerification,
        private Messages $messages,
        private AuditTrail $audit,
        private RequestContext $context,
        private Decoy $decoy,
    ) {
    }

    public function __invoke(SignupInput $input, App $app): SignupVerdict
    {
        $verdict = ($this->decide)($input, $app->admission);
        if (! $verdict->isAccepted()) {
            return $verdict;
        }
        // Before the transaction, so that nobody waits for a lock while a hash is computed; and for known addresses too.
        $hash = $this->hasher->hash($verdict->password());
        try {
            $this->database->transaction(fn () => $this->write($verdict, $hash, $app));
        } catch (UniqueConstraintViolationException) {
            // The constraint is the last word, should the look before have missed somebody; now it will not.
            $this->database->transaction(fn () => $this->write($verdict, $hash, $app));
        }

        return $verdict;
    }

    private function write(SignupVerdict $verdict, #[\SensitiveParameter] string $hash, App $app): void
    {
        $existing = $this->accounts->byLookupKey($verdict->email()->lookupKey());
        if ($existing === null) {
            $this->create($verdict->name(), $verdict->email(), $hash, $app);

            return;
        }
        $hasSent = $this->tellHolder($existing, $app);
        $this->decoy->spendTheTimeOf(function () use ($verdict, $hash, $app, $hasSent): void {
            $nobody = EmailAddress::parse(bin2hex(random_bytes(12)).'@'.$verdict->email()->domain);
            $account = $this->add($verdict->name(), $nobody, $hash, $app);
            if (! $hasSent) {
                ($this->sendVerification)($account);
            }
        });
        $this->context->accountId = $existing->id;
    }

    private function create(PersonName $name, EmailAddress $email, #[\SensitiveParameter] string $hash, App $app): void
    {
        $account = $this->add($name, $email, $hash, $app);
        $this->audit->record('account.signed_up', Actor::holder($account->id, $account->name), $account->reference(), [], [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $app->key,
            'password' => 'set',
            'roles' => implode(', ', $this->rules->roles),
        ]);
        ($this->sendVerification)($account);
    }

    private function add(PersonName $name, EmailAddress $email, #[\SensitiveParameter] string $hash, App $app): Account
    {
        $account = $this->accounts->add($name, $email, $hash, $app->key);
        $this->context->accountId = $account->id;
        foreach ($this->rules->roles as $role) {
            $this->roles->assign($account->id, $role, 'Kennel', 'default role at sign-up');
        }

        return $account;
    }

    /** @return bool whether a message was sent */
    private function tellHolder(Account $account, App $app): bool
    {
        if ($account->status === Status::Closed) {
            return false;
        }
        $this->context->accountId = $account->id;
        $this->audit->record('account.signed_up_again', Actor::stranger(), $account->reference());
        if ($account->status === Status::Pending) {
            return ($this->sendVerification)($account);
        }
        if (! $this->sendVerification->isDue($this->messages->lastSent($account->id, 'already_registered'))) {
            return false;
        }
        $this->messages->queue('already_registered', $account->id, $account->name, $account->email, [
            'app' => $app->name,
            'url' => url("/a/{$app->key}/sign-in"),
        ]);

        return true;
    }
}
