<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Factors\Factors;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Credentials\Passwords\CurrentPassword;
use Kennel\App\Credentials\Sessions\MarkProven;
use Kennel\App\Credentials\Sessions\RenewToken;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;

/** Somebody signed in shows once more that it is they, by their password or a passkey, for what hands out power. Under the same brake as signing in. */
final readonly class ProveAgain
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private CurrentPassword $current,
        private Brakes $brakes,
        private MarkProven $markProven,
        private RenewToken $renewToken,
        private AuditTrail $audit,
        private Strangers $strangers,
        private Passkeys $passkeys,
        private Factors $factors,
    ) {
    }

    /** @return array<string, mixed> what the browser asks the holder's own passkeys */
    public function options(SignedIn $signedIn): array
    {
        return $this->database->transaction(fn (): array => $this->passkeys->request('proof', $signedIn->accountId));
    }

    /**
     * @param  array<array-key, mixed>  $response  of the browser
     * @return array{token: Token, until: \DateTimeImmutable|null} the session's token from now on
     *
     * @throws Refusal for what is no passkey of theirs, while the brake is on
     */
    public function byPasskey(SignedIn $signedIn, array $response, string $source): array
    {
        $attempt = $this->brakes->enter(Whom::inside($signedIn->accountId, $source));
        $proven = $this->database->transaction(function () use ($signedIn, $response): ?array {
            $account = $this->accounts->find($signedIn->accountId) ?? throw Refusal::notFound();
            if ($this->factors->spendPasskey($account->id, $response, 'proof') === null) {
                $this->strangers->note('session.refused', $account->reference());

                return null;
            }

            return $this->prove($signedIn, $account, 'passkey', 'session.passkey_confirmed');
        });
        if ($proven === null) {
            throw Refusal::invalid([new Reason('factor.passkey_refused', 'passkey')]);
        }
        $attempt->succeeded();

        return $proven;
    }

    /**
     * @return array{token: Token, until: \DateTimeImmutable|null} the session's token from now on
     *
     * @throws Refusal for another password, while the brake is on
     */
    public function __invoke(SignedIn $signedIn, Secret $typed, string $source): array
    {
        $account = $this->accounts->find($signedIn->accountId) ?? throw Refusal::notFound();
        $attempt = $this->brakes->enter(Whom::inside($account->id, $source));
        if (! $this->current->matches($typed, $account->password_hash)) {
            $this->database->transaction(fn () => $this->strangers->note('session.refused', $account->reference()));
            throw Refusal::invalid([new Reason('password.current_wrong', 'password')]);
        }
        $attempt->succeeded();

        return $this->database->transaction(function () use ($signedIn, $account): array {
            if ($this->accounts->find($account->id)?->password_hash !== $account->password_hash) {
                throw Refusal::changedMeanwhile();
            }

            return $this->prove($signedIn, $account, 'password', 'session.password_confirmed');
        });
    }

    /**
     * @param  'password'|'passkey'  $by
     * @return array{token: Token, until: \DateTimeImmutable|null}
     */
    private function prove(SignedIn $signedIn, Account $account, string $by, string $event): array
    {
        ($this->markProven)($signedIn->sessionId, $by);
        $this->audit->record($event, $signedIn->asHolder(), $account->reference());

        return ($this->renewToken)($signedIn->sessionId, $account);
    }
}
