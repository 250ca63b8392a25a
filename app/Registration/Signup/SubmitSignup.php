<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\SendVerification;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Signup\DecideSignup;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Core\Registration\Signup\SignupPlan;
use Kennel\Core\Registration\Signup\SignupVerdict;
use Psr\Clock\ClockInterface;

/**
 * Signs a person up: account, default roles, accepted terms, challenge, message and audit event in one transaction.
 *
 * An address that nobody has proven is nobody's: a further sign-up for it is a claim of its own. On a discreet app somebody who is
 * registered already causes the same work and the same answer; they hear of it by mail, and only they. What a new account would have
 * cost is spent on nobody's and undone, or the time would tell.
 */
final readonly class SubmitSignup
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
        private SignupFigures $tallies,
        private Claims $claims,
        private Strangers $strangers,
        private Throttle $throttle,
        private RulesInForce $rules,
    ) {
    }

    public function verdict(SignupInput $input, App $app): SignupVerdict
    {
        return ($this->decide)($input, $app->rules, fn (EmailAddress $email): bool => $this->isTaken($this->accounts->byAddress($email)), $this->clock->now());
    }

    /**
     * @param  Token|null  $browser  the mark of the browser that signs up; null for a program
     * @param  \Closure(?Account): void  $alsoWrite  what else belongs to the act, in its transaction; null is handed when no account was made
     *
     * @throws Refusal for a conflict, when it is held back
     */
    public function __invoke(SignupInput $input, App $app, ?Token $browser, \Closure $alsoWrite): SignupVerdict
    {
        $prepared = $this->prepare($input, $app);
        $verdict = $prepared->verdict;
        if (! $verdict->isAccepted()) {
            $this->database->transaction(function () use ($app, $input, $verdict): void {
                $this->tallies->refused($app->key, $verdict->codes());
                $this->tallies->verdict($app->key, $input->email, $verdict);
            });

            return $verdict;
        }
        try {
            $this->database->transaction(fn () => $this->write($prepared, $app, $browser, $alsoWrite));
        } catch (UniqueConstraintViolationException) {
            // The constraint is the last word, should the look before have missed somebody; now it will not.
            $this->database->transaction(fn () => $this->write($prepared, $app, $browser, $alsoWrite));
        } catch (AddressTaken) {
            return SignupVerdict::refused([new Reason('email.taken', 'email')]);
        }

        return $verdict;
    }

    /**
     * What takes time, for known addresses too: done before the transaction, so that nobody waits for a lock while a hash is computed.
     *
     * @throws Refusal when the address was signed up too often
     */
    public function prepare(SignupInput $input, App $app, bool $isRehearsal = false): PreparedSignup
    {
        $verdict = $this->verdict($input, $app);
        if (! $verdict->isAccepted()) {
            return new PreparedSignup($verdict, '');
        }
        if (! $isRehearsal) {
            // Alike for known and unknown ones: each sign-up is a message to whoever reads that mailbox.
            $this->throttle->hit('signups_of_address', $verdict->plan()->email->lookupKey());
        }

        return new PreparedSignup($verdict, $this->hasher->hash($verdict->plan()->password));
    }

    /**
     * Called inside a transaction.
     *
     * @param  \Closure(?Account): void  $alsoWrite
     *
     * @throws AddressTaken where the app says so openly
     */
    public function write(PreparedSignup $prepared, App $app, ?Token $browser, \Closure $alsoWrite): void
    {
        $this->rules->requireUnchanged();
        $plan = $prepared->verdict->plan();
        $existing = $this->accounts->byAddress($plan->email);
        if ($this->isTaken($existing) && ! $app->rules->isDiscreet) {
            throw new AddressTaken;
        }
        $alsoWrite(match (true) {
            $existing === null => $this->create($plan, $prepared->hash, $app, $browser),
            $existing->isUnproven() => $this->claim($existing, $plan, $prepared->hash, $app, $browser),
            default => $this->pretend($existing, $plan, $prepared->hash, $app, $browser),
        });
        $this->tallies->verdict($app->key, $plan->email->toString(), $prepared->verdict);
        $this->tallies->passwordLength($app->key, $plan->password->length);
    }

    private function isTaken(?Account $existing): bool
    {
        return $existing !== null && ! $existing->isUnproven();
    }

    private function create(SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app, ?Token $browser): Account
    {
        $account = $this->found($plan, $plan->email, $hash, $app);
        $this->context->accountId = $account->id;
        ($this->sendVerification)($account, $this->claims->found($account, $browser));
        // The others count their stranger: so must this.
        $this->decoy->spendTheTimeOf(fn () => $this->strangers->note('account.claimed', null));

        return $account;
    }

    /** Nobody has proven the address: this sign-up stands beside the others, and has a link of its own. */
    private function claim(Account $existing, SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app, ?Token $browser): null
    {
        $this->context->accountId = $existing->id;
        $this->strangers->note('account.claimed', $existing->reference());
        ($this->sendVerification)($existing, $this->claims->join($existing, $plan, $hash, $app->key, $browser));
        $this->decoy->spendTheTimeOf(fn (): Account => $this->inventAccount($plan, $hash, $app));

        return null;
    }

    private function pretend(Account $existing, SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app, ?Token $browser): null
    {
        $this->context->accountId = $existing->id;
        $isClosed = $existing->status === Status::Closed;
        $hasSent = ! $isClosed && $this->tellHolder($existing, $app);
        $this->decoy->spendTheTimeOf(function () use ($plan, $hash, $app, $browser, $isClosed, $hasSent): void {
            if ($isClosed) {
                $this->strangers->note('account.signed_up_again', null);
            }
            $invented = $this->inventAccount($plan, $hash, $app);
            $claim = $this->claims->found($invented, $browser);
            $hasSent ? $this->sendVerification->issue($invented, $claim) : $this->sendVerification->send($invented, $claim);
        });

        return null;
    }

    private function inventAccount(SignupPlan $plan, #[\SensitiveParameter] string $hash, App $app): Account
    {
        return $this->found($plan, EmailAddress::parse(bin2hex(random_bytes(12)).'@'.$plan->email->domain), $hash, $app);
    }

    private function found(SignupPlan $plan, EmailAddress $email, #[\SensitiveParameter] string $hash, App $app): Account
    {
        $account = ($this->newAccount)($plan, $email, $hash, $app);
        $this->audit->record('account.signed_up', Actor::holder($account->id, $account->name), $account->reference(), [], $this->newAccount->inWords($account, $plan));

        return $account;
    }

    /** @return bool whether a message was sent */
    private function tellHolder(Account $account, App $app): bool
    {
        $this->strangers->note('account.signed_up_again', $account->reference());
        if (! $this->sendVerification->isDue($this->messages->lastSent($account->id, MessageKind::AlreadyRegistered))) {
            return false;
        }
        $this->messages->queueToHolder(MessageKind::AlreadyRegistered, $account, 'sign-in', appKey: $app->key);

        return true;
    }
}
