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
use Kennel\App\Verification\SendVerification;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Signup\DecideSignup;
use Kennel\Core\Signup\SignupInput;
use Kennel\Core\Signup\SignupPlan;
use Kennel\Core\Signup\SignupVerdict;
use Psr\Clock\ClockInterface;

/**
 * Signs a person up: account, default roles, accepted terms, challenge, message and audit event in one transaction.
 *
 * On a discreet app somebody who is registered already causes the same work and the same answer; they hear of it by mail, and only
 * they. What a new account would have cost is spent on nobody's and undone, or the time would tell.
 */
final readonly class SignUp
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private DecideSignup $decide,
        private PasswordHasher $hasher,
        private Accounts $accounts,
        private NewAccount $newAccount,
        private SendVerification $sendVerification,
        private Messages $messages,
        private AuditTrail $audit,
        private RequestContext $context,
        private Decoy $decoy,
        private Tallies $tallies,
    ) {
    }

    public function verdict(SignupInput $input, App $app): SignupVerdict
    {
        return ($this->decide)($input, $app->rules, fn (EmailAddress $email): bool => $this->accounts->byAddress($email) !== null, $this->clock->now());
    }

    /**
     * @param  \Closure(?Account): void  $alsoWrite  what else belongs to the act, in its transaction; null is handed for a known address
     */
    public function __invoke(SignupInput $input, App $app, \Closure $alsoWrite): SignupVerdict
    {
        $verdict = $this->verdict($input, $app);
        if (! $verdict->isAccepted()) {
            $this->database->transaction(function () use ($app, $input, $verdict): void {
                $this->tallies->refused($app->key, $verdict->codes());
                $this->tallies->verdict($app->key, $input->email, $verdict);
            });

            return $verdict;
        }
        // Before the transaction, so that nobody waits for a lock while a hash is computed; and for known addresses too.
        $hash = $this->hasher->hash($verdict->plan()->password);
        try {
            $this->database->transaction(fn () => $this->write($verdict, $hash, $app, $alsoWrite));
        } catch (UniqueConstraintViolationException $taken) {
            // The constraint is the last word, should the look before have missed somebody; now it will not.
            if (! $app->rules->isDiscreet) {
                return SignupVerdict::refused([new Reason('email.taken', 'email')]);
            }
            $this->database->transaction(fn () => $this->write($verdict, $hash, $app, $alsoWrite));
        }

        return $verdict;
    }

    /** @param  \Closure(?Account): void  $alsoWrite */
    private function write(SignupVerdict $verdict, #[\SensitiveParameter] string $hash, App $app, \Closure $alsoWrite): void
    {
        $plan = $verdict->plan();
        $existing = $app->rules->isDiscreet ? $this->accounts->byAddress($plan->email) : null;
        $alsoWrite($existing === null ? $this->create($plan, $hash, $app) : $this->pretend($existing, $plan, $hash, $app));
        $this->tallies->verdict($app->key, $plan->email->toString(), $verdict);
        $this->tallies->passwordLength($app->key, $plan->password->length);
    }

    private function create(SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app): Account
    {
        $account = ($this->newAccount)($plan, $plan->email, $hash, $app);
        $this->context->accountId = $account->id;
        $this->audit->record('account.signed_up', Actor::holder($account->id, $account->name), $account->reference(), [], $this->newAccount->inWords($account, $plan));
        ($this->sendVerification)($account);

        return $account;
    }

    private function pretend(Account $existing, SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app): null
    {
        $hasSent = $this->tellHolder($existing, $app);
        $this->decoy->spendTheTimeOf(function () use ($plan, $hash, $app, $hasSent): void {
            $account = ($this->newAccount)($plan, EmailAddress::parse(bin2hex(random_bytes(12)).'@'.$plan->email->domain), $hash, $app);
            if (! $hasSent) {
                ($this->sendVerification)($account);
            }
        });
        $this->context->accountId = $existing->id;

        return null;
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
            'app' => $app->name(),
            'url' => url("/a/{$app->key}/sign-in"),
        ]);

        return true;
    }
}
