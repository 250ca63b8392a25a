<?php

declare(strict_types=1);

namespace Kennel\App\Signin;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Audit\Strangers;
use Kennel\App\Passwords\CurrentPassword;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Sessions\MarkProven;
use Kennel\App\Sessions\RenewToken;
use Kennel\App\Throttling\Brakes;
use Kennel\App\Throttling\Whom;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Secrets\Secret;
use Kennel\Core\Secrets\Token;

/** Somebody signed in types their password once more, for what hands out power. Under the same brake as signing in. */
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
    ) {
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
            ($this->markProven)($signedIn->sessionId);
            $this->audit->record('session.password_confirmed', $signedIn->asHolder(), $account->reference());

            return ($this->renewToken)($signedIn->sessionId, $account);
        });
    }
}
