<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Reasons\Reason;

/** Signing in by a passkey whose authenticator has verified its holder: that is two factors in one, so no second is asked for. */
final readonly class SigninByPasskey
{
    public function __construct(
        private ConnectionInterface $database,
        private Passkeys $passkeys,
        private Accounts $accounts,
        private FactorResets $resets,
        private BeginSession $begin,
        private Strangers $strangers,
    ) {
    }

    /** @return array<string, mixed> what the browser asks its authenticators; alike for everybody, since nobody has said yet who they are */
    public function options(): array
    {
        return $this->database->transaction(fn (): array => $this->passkeys->request('sign_in', null));
    }

    /**
     * @param  array<array-key, mixed>  $response  of the browser
     *
     * @throws Refusal for what opens nothing, without saying why
     */
    public function __invoke(array $response, bool $kept, Browser $browser): Outcome
    {
        return $this->database->transaction(fn (): ?Outcome => $this->attempt($response, $kept, $browser))
            ?? throw Refusal::invalid([new Reason('factor.passkey_refused', 'response')], 'signin.passkey_refused');
    }

    /** @param  array<array-key, mixed>  $response */
    private function attempt(array $response, bool $kept, Browser $browser): ?Outcome
    {
        $passkey = $this->passkeys->named($response);
        $account = $passkey === null ? null : $this->accounts->find($passkey->account_id);
        if ($account !== null) {
            // A reset that is due has removed it.
            $this->resets->carryOutDue($account);
            $passkey = $this->passkeys->named($response);
        }
        try {
            $challenge = $this->passkeys->answered($response, 'sign_in', null);
            if ($passkey === null || $account === null || ! $account->status->maySignIn()) {
                throw new PasskeyRefused('it opens no account');
            }
            $this->passkeys->use($passkey, $response, $challenge, isOnlyFactor: true);
        } catch (PasskeyRefused) {
            $this->strangers->note('session.refused', $account?->reference());

            return null;
        }

        return Outcome::session(($this->begin)($account, $browser, $kept, new Proof('passkey')), $kept);
    }
}
