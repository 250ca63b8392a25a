<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Throttling\Attempt;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\SigninHistory;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Registration\Invitations\FirstSignin;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\SignIn\DecideSignin;
use Psr\Clock\ClockInterface;

/**
 * Takes an address and a password for the first factor, or refuses without saying why. What only a refusal or an invited newcomer needs is asked for where it
 * is needed: it is made of a third of the house, and most sign-ins are neither.
 */
final readonly class AttemptSignin
{
    private const TRIES = 3;

    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private DecideSignin $decide,
        private PasswordHasher $hasher,
        private AdmitSignin $admit,
        private RequestContext $context,
        private ClockInterface $clock,
        private AddressRules $addresses,
        private Brakes $brakes,
        private Strangers $strangers,
        private KnownDevices $devices,
        private SigninHistory $history,
    ) {
    }

    /**
     * @return Outcome|null null when refused
     *
     * @throws Refusal while the brake is on, when the account never stood still
     */
    public function __invoke(string $email, Secret $typed, bool $kept, Browser $browser): ?Outcome
    {
        $there = $this->account($email);
        $attempt = $this->brakes->enter(Whom::signingIn($this->key($email), $browser, $this->devices->known($there?->id, $browser), $there?->id));
        for ($try = 0; $try < self::TRIES; $try++) {
            try {
                $outcome = $this->attempt($email, $try === 0 ? $there : $this->account($email), $typed, $kept, $browser, $attempt);
                if ($outcome !== null) {
                    $attempt->succeeded();
                }

                return $outcome;
            } catch (ChangedMeanwhile) {
                // Another password, another standing, or the same password hashed anew by a sign-in elsewhere: looked at from the start.
            }
        }
        throw Refusal::conflict('signin.changed_meanwhile', 1);
    }

    /**
     * @return Outcome|null null when refused
     *
     * @throws ChangedMeanwhile when what was verified is no longer what is stored
     */
    private function attempt(string $email, ?Account $account, Secret $typed, bool $kept, Browser $browser, Attempt $attempt): ?Outcome
    {
        // Somebody who is invited has no account until they sign in with the temporary password they were mailed.
        $invitation = $account === null ? $this->invitation($email) : null;
        $password = $this->password($typed);
        $began = hrtime(true);
        $verdict = ($this->decide)($password, $account->password_hash ?? $invitation?->password_hash, $account->status ?? ($invitation === null ? null : Status::Pending));
        if ($verdict->accepted && $account === null && $invitation !== null) {
            return $this->accept($invitation, $kept, $browser, $attempt);
        }
        // Asked after the password was verified, so that the time tells nothing of a temporary one that has run out.
        if (! $verdict->accepted || $account === null || $password === null || $this->hasRunOut($account)) {
            // Looked for where there is an account as well, and made where there is none: a refusal takes as long for the one as for the other.
            $account === null || $this->invitation($email);
            $tell = app(TellAttacked::class);
            $this->database->transaction(function () use ($account, $attempt, $tell): void {
                $this->strangers->note('session.refused', $account?->reference());
                $this->history->note($attempt->whom, 'refused');
                $account === null || $tell($account, $attempt);
            });
            app(RefusalTime::class)->holdBack($began);

            return null;
        }
        $renewed = $verdict->rehash ? $this->hasher->hash($password) : null;
        $this->context->accountId = $account->id;

        return $this->database->transaction(function () use ($account, $renewed, $kept, $browser, $attempt): Outcome {
            $now = $this->accounts->find($account->id);
            if ($now === null || $now->password_hash !== $account->password_hash || $this->hasRunOut($now) || ! $now->status->maySignIn()) {
                throw new ChangedMeanwhile;
            }
            if ($renewed !== null) {
                $this->accounts->storeHash($now, HashKind::describe($renewed));
            }

            $this->history->note($attempt->whom, 'in');

            return ($this->admit)($now, $browser, $kept, 'password');
        });
    }

    /**
     * @throws ChangedMeanwhile when it was withdrawn, or accepted by another request
     */
    private function accept(Invitation $invitation, bool $kept, Browser $browser, Attempt $attempt): Outcome
    {
        try {
            return $this->database->transaction(function () use ($invitation, $kept, $browser, $attempt): Outcome {
                $this->history->note($attempt->whom, 'in');

                return ($this->admit)(app(FirstSignin::class)->accept($invitation), $browser, $kept, 'password');
            });
        } catch (Refusal|UniqueConstraintViolationException) {
            throw new ChangedMeanwhile;
        }
    }

    private function invitation(string $email): ?Invitation
    {
        try {
            return app(FirstSignin::class)->find(EmailAddress::parse($email));
        } catch (Refused) {
            return null;
        }
    }

    private function hasRunOut(Account $account): bool
    {
        return $account->password_until !== null && Moment::read($account->password_until) <= $this->clock->now();
    }

    /** What the brake counts by: one key for all spellings of an address, and for what is none, as it was typed. */
    private function key(string $email): string
    {
        try {
            return $this->addresses->lookupKey(EmailAddress::parse($email));
        } catch (Refused) {
            return $email;
        }
    }

    private function account(string $email): ?Account
    {
        try {
            return $this->accounts->byAddress(EmailAddress::parse($email));
        } catch (Refused) {
            return null;
        }
    }

    /** Null for what could never be a password; that says nothing about the account, so it may be answered at once. */
    private function password(Secret $typed): ?PreparedPassword
    {
        try {
            return PreparedPassword::from($typed);
        } catch (Refused) {
            return null;
        }
    }
}
