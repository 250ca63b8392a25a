<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\SignIn\Providers\AuthorizationRequest;
use Kennel\Core\SignIn\Providers\ProviderRefused;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;

/** Sends a browser to a provider, to sign in or to be linked. */
final readonly class BeginTrip
{
    /** In minutes: somebody may have to look for their telephone there. */
    public const MINUTES = 10;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private Encrypter $encrypter,
        private Providers $providers,
        private ProviderClient $client,
        private Apps $apps,
        private LoggerInterface $log,
    ) {
    }

    /**
     * @param  Token  $mark  of the browser that is sent
     * @param  string|null  $accountId  whose holder wants it linked
     * @return string the address of the provider
     *
     * @throws Refusal where the app does not offer it, and when the provider is not as it should be
     */
    public function __invoke(App $app, string $providerKey, Token $mark, bool $kept, string $language, ?string $accountId = null): string
    {
        $provider = $this->providers->offered($app, $providerKey);
        try {
            $metadata = $this->client->metadata($provider);
        } catch (ProviderRefused $refused) {
            $this->log->warning("Provider {$provider->key}: {$refused->getMessage()}");
            throw Refusal::unavailable('provider.unavailable');
        }
        $request = AuthorizationRequest::draw($this->entropy);
        $this->database->transaction(fn () => ProviderTrip::query()->insert([
            'state_digest' => $request->state->digest(), 'mark_digest' => $mark->digest(), 'provider_key' => $provider->key, 'app_key' => $app->key, 'nonce_digest' => hash('sha256', $request->nonce->reveal()),
            'sealed' => $this->encrypter->encrypt($request->verifier->reveal()), 'kept' => $kept, 'account_id' => $accountId, 'expires_at' => Moment::write($this->clock->now()->modify('+'.self::MINUTES.' minutes')),
        ]));

        return $request->address($metadata, $provider, $this->redirect($app), $language);
    }

    /** Where it sends the browser back to: a page of the app. */
    public function redirect(App $app): string
    {
        return $this->apps->pageOf($app, 'outside');
    }
}
