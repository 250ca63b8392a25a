<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\AdmitSignin;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Signup\DecideSignup;
use Kennel\Core\SignIn\Providers\DecideOutside;
use Kennel\Core\SignIn\Providers\OutsideFacts;
use Kennel\Core\SignIn\Providers\OutsidePerson;
use Kennel\Core\SignIn\Providers\OutsideVerdict;
use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderRefused;
use Psr\Clock\ClockInterface;

/** A browser comes back from a provider with a code: who is it, and whose account is theirs? */
final readonly class FinishTrip
{
    private const OFFERED_FOR = 'PT10M';

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private Encrypter $encrypter,
        private Providers $providers,
        private ProviderClient $client,
        private BeginTrip $begin,
        private DecideOutside $decide,
        private DecideSignup $signup,
        private Links $links,
        private Apps $apps,
        private Accounts $accounts,
        private HandOverPassword $handOver,
        private WelcomeOutsider $welcome,
        private AdmitSignin $admit,
        private Caller $caller,
        private PermissionsOfAccount $permissions,
        private Strangers $strangers,
        private EvidenceLog $evidence,
    ) {
    }

    /**
     * @param  array{state: string, code: string|null, error: string|null, iss: string|null}  $answer  of the provider, as it stands in the address
     *
     * @throws Refusal for an answer to nothing that this browser asked, for a no of the provider's or of its holder's, and when the provider is not as it should be
     */
    public function __invoke(array $answer, ?Token $mark, Browser $browser): TripOutcome
    {
        $trip = $this->trip($answer['state'], $mark);
        $app = $this->apps->find($trip->app_key) ?? throw self::over();
        $provider = $this->providers->offered($app, $trip->provider_key);
        if ($answer['error'] !== null || $answer['code'] === null) {
            throw Refusal::invalid([new Reason($answer['error'] === 'access_denied' ? 'provider.declined' : 'provider.refused', null, ['provider' => $provider->name])], 'provider.refused');
        }
        $person = $this->person($provider, $app, $trip, $answer);
        // Hashed before the transaction, whether it is needed or not: it takes its time.
        $unknown = $trip->account_id === null ? $this->handOver->hash($this->handOver->unknown()) : '';
        try {
            return $this->database->transaction(fn (): TripOutcome => $trip->account_id !== null
                ? $this->link($trip->account_id, $person, $provider)
                : $this->signIn($trip, $person, $provider, $app, $unknown, $mark, $browser));
        } catch (UniqueConstraintViolationException) {
            // The same person in another window, or somebody who signed up with the address in this moment.
            throw Refusal::conflict('signin.changed_meanwhile', 1);
        }
    }

    /** Used up as it is looked at: of two answers to one question, one counts. */
    private function trip(string $state, ?Token $mark): ProviderTrip
    {
        $read = Token::read($state);
        if ($read === null || $mark === null) {
            throw self::over();
        }

        return $this->database->transaction(function () use ($read, $mark): ProviderTrip {
            $trip = ProviderTrip::query()->where('state_digest', $read->digest())->where('mark_digest', $mark->digest())->where('expires_at', '>', Moment::write($this->clock->now()))->first();

            return $trip !== null && ProviderTrip::query()->whereKey($trip->seq)->delete() === 1 ? $trip : throw self::over();
        });
    }

    /** @param  array{state: string, code: string|null, error: string|null, iss: string|null}  $answer */
    private function person(Provider $provider, App $app, ProviderTrip $trip, array $answer): OutsidePerson
    {
        try {
            $metadata = $this->client->metadata($provider);
            // RFC 9207 §2.4: an answer that another provider mixed in is not taken.
            if ($answer['iss'] === null ? $metadata->namesItself : $answer['iss'] !== $provider->issuer) {
                throw new ProviderRefused('The answer is of another provider.');
            }
            $verifier = new Secret((string) $this->encrypter->decrypt($trip->sealed));

            return $this->client->exchange($provider, (string) $answer['code'], $verifier, $this->begin->redirect($app), $this->providers->secretOf($provider), $trip->nonce_digest);
        } catch (ProviderRefused $refused) {
            $this->evidence->append('record', "Provider {$provider->key}: {$refused->getMessage()}", ['provider' => $provider->key, 'said' => $refused->getMessage()]);
            throw Refusal::unavailable('provider.unavailable');
        }
    }

    private function signIn(ProviderTrip $trip, OutsidePerson $person, Provider $provider, App $app, string $unknown, ?Token $mark, Browser $browser): TripOutcome
    {
        $link = $this->links->find($person->issuer, $person->subject);
        $address = self::address($person->verifiedEmail);
        $there = $address === null ? null : $this->accounts->byAddress($address);
        // Another spelling that the rules take for the same may be somebody else's mailbox: what was verified is the one that was verified.
        $isSame = $there !== null && $address !== null && mb_strtolower($there->email) === mb_strtolower($address->toString());
        $isHolder = $isSame && $there->email_proven_at !== null;
        $admits = $address !== null && ($there === null || ($isSame && $there->isUnproven())) && $provider->admitsNewcomers && $this->signup->reasonAgainstAddress($address, $app->rules, static fn (): bool => false) === null;
        $verdict = ($this->decide)($address === null ? self::withoutAddress($person) : $person, new OutsideFacts(
            $link !== null, $link?->by_holder === true, $isHolder, $admits, $this->isGuarded($link->account_id ?? $there?->id, $browser),
        ));
        if ($verdict === OutsideVerdict::SignInOnce) {
            return TripOutcome::offer($this->offer($person, $provider, $mark), $provider->name, $person->email);
        }
        $account = $link !== null ? $this->accounts->find($link->account_id) : ($verdict === OutsideVerdict::Newcomer && $address !== null ? $this->welcome->newcomer($person, $address, $app, $there, $unknown) : $there);
        if ($account === null || ! $account->status->maySignIn()) {
            $this->strangers->note('session.refused', $account?->reference());
            throw Refusal::notAllowed('provider.no_way_in');
        }
        $link === null ? $this->links->add($account, $person, $provider->name, $verdict === OutsideVerdict::Newcomer ? $unknown : null) : $this->links->used($link);

        return TripOutcome::in(($this->admit)($account, $browser, $trip->kept, 'provider'));
    }

    private function isGuarded(?string $accountId, Browser $browser): bool
    {
        $this->permissions->readAgain();
        $holds = $accountId === null ? [] : array_map(strval(...), array_keys($this->permissions->grants($accountId)));

        return $browser->surface === Surface::Console || Authority::over(new PermissionSet($holds)) !== [];
    }

    /** Asked for by a holder who is signed in, and still is. */
    private function link(string $accountId, OutsidePerson $person, Provider $provider): TripOutcome
    {
        $account = $this->caller->find()?->accountId === $accountId ? $this->accounts->find($accountId) : null;
        $this->connect($account ?? throw self::over(), $person, $provider->name);

        return TripOutcome::linked();
    }

    /**
     * Somebody who came from a provider has signed in by another way since, in the same browser.
     *
     * @throws Refusal when the offer has expired or belongs to another browser; when the session is older than the offer, or was itself opened by a provider
     */
    public function accept(string $token, ?Token $mark): void
    {
        $read = Token::read($token);
        $this->database->transaction(function () use ($read, $mark): void {
            $offer = $read === null || $mark === null ? null : ProviderOffer::query()->where('token_digest', $read->digest())->where('mark_digest', $mark->digest())
                ->where('expires_at', '>', Moment::write($this->clock->now()))->first();
            if ($offer === null || ProviderOffer::query()->whereKey($offer->seq)->delete() !== 1) {
                throw self::over();
            }
            $caller = $this->caller->get();
            $offeredAt = Moment::read($offer->expires_at)->sub(new \DateInterval(self::OFFERED_FOR));
            if (! $caller->proof->isOurs() || $caller->provenAt < $offeredAt) {
                throw Refusal::notAllowed('session.proof_required');
            }
            $account = $this->accounts->find($caller->accountId) ?? throw Refusal::notFound();
            $this->connect($account, new OutsidePerson($offer->issuer, $offer->subject, null, $offer->address, null), $offer->name);
        });
    }

    /** @throws Refusal when the person is linked to another account */
    private function connect(Account $account, OutsidePerson $person, string $provider): void
    {
        $there = $this->links->find($person->issuer, $person->subject);
        if ($there !== null && $there->account_id !== $account->id) {
            throw Refusal::conflict('provider.linked_elsewhere');
        }
        $there === null ? $this->links->add($account, $person, $provider, isByHolder: true) : $this->links->confirmed($account, $there);
    }

    private function offer(OutsidePerson $person, Provider $provider, ?Token $mark): Token
    {
        $token = Token::draw($this->entropy);
        ProviderOffer::query()->insert([
            'token_digest' => $token->digest(), 'mark_digest' => $mark?->digest() ?? '', 'issuer' => $person->issuer, 'subject' => $person->subject, 'name' => $provider->name, 'address' => $person->email,
            'expires_at' => Moment::write($this->clock->now()->add(new \DateInterval(self::OFFERED_FOR))),
        ]);

        return $token;
    }

    /** Null for none, and for what is no address here: then nobody is found by it. */
    private static function address(?string $verified): ?EmailAddress
    {
        try {
            return $verified === null ? null : EmailAddress::parse($verified);
        } catch (Refused) {
            return null;
        }
    }

    private static function withoutAddress(OutsidePerson $person): OutsidePerson
    {
        return new OutsidePerson($person->issuer, $person->subject, null, $person->email, $person->name);
    }

    /** For a state nobody knows, one that ran out, and one that another browser was given. */
    private static function over(): Refusal
    {
        return Refusal::invalid([new Reason('provider.over', 'state')], 'signin.step_over');
    }
}
