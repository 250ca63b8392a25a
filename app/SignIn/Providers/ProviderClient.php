<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Contracts\Cache\Repository;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;
use Kennel\App\Foundation\Outgoing\Outgoing;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\SignIn\Providers\OutsidePerson;
use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderMetadata;
use Kennel\Core\SignIn\Providers\ProviderRefused;
use Kennel\Core\SignIn\Providers\UnknownKey;
use Kennel\Core\SignIn\Providers\VerifyIdToken;
use Psr\Clock\ClockInterface;

/** Speaks with a provider: its documents, kept for a while, and the exchange of a code. Takes its time, so never inside a transaction. */
final readonly class ProviderClient
{
    /** In seconds: for connecting, and for all of it. Somebody sits before a page. */
    private const PATIENCE = 5;

    /** In seconds. */
    private const DOCUMENTS_KEPT = 3_600;

    /** In seconds: so often, at the most, keys are read again because a token names one that is not among them. Anybody can make such a token. */
    private const KEYS_AGAIN_AFTER = 60;

    /** In bytes. */
    private const LARGEST = 262_144;

    public function __construct(private Outgoing $outgoing, private Repository $cache, private ClockInterface $clock, private VerifyIdToken $verify)
    {
    }

    /** @throws ProviderRefused */
    public function metadata(Provider $provider): ProviderMetadata
    {
        $metadata = ProviderMetadata::read($this->kept('metadata', $provider, fn (): array => $this->document(ProviderMetadata::addressOf($provider->issuer))), $provider->issuer);
        try {
            // The other two are asked when they are called.
            $this->outgoing->requireAllowed($metadata->authorizationEndpoint);
        } catch (OutgoingRefused $refused) {
            throw new ProviderRefused("Its authorization_endpoint is not used. {$refused->getMessage()}", previous: $refused);
        }

        return $metadata;
    }

    /**
     * @param  string  $redirect  the one that was in the request
     * @param  Secret|null  $secret  for a provider that gave us one
     *
     * @throws ProviderRefused
     */
    public function exchange(Provider $provider, #[\SensitiveParameter] string $code, Secret $verifier, string $redirect, ?Secret $secret, string $nonceDigest): OutsidePerson
    {
        $metadata = $this->metadata($provider);
        // RFC 6749 §2.3.1: each encoded as in a form before it is put together.
        $basic = $secret === null ? [] : ['Authorization' => 'Basic '.base64_encode(rawurlencode($provider->clientId).':'.rawurlencode($secret->reveal()))];
        $answer = $this->ask('POST', $metadata->tokenEndpoint, ['headers' => $basic, 'form_params' => [
            'grant_type' => 'authorization_code', 'code' => $code, 'redirect_uri' => $redirect, 'code_verifier' => $verifier->reveal(),
            ...$secret === null ? ['client_id' => $provider->clientId] : [],
        ]]);
        $token = $answer['id_token'] ?? null;
        if (! is_string($token)) {
            throw new ProviderRefused('The provider exchanged the code for no ID token.');
        }

        return $this->person($token, $provider, $metadata, $nonceDigest);
    }

    /** @throws ProviderRefused */
    private function person(#[\SensitiveParameter] string $token, Provider $provider, ProviderMetadata $metadata, string $nonceDigest): OutsidePerson
    {
        $read = fn (): array => $this->document($metadata->keysAddress);
        try {
            return ($this->verify)($token, $this->kept('keys', $provider, $read), $provider, $nonceDigest, $this->clock->now());
        } catch (UnknownKey) {
            // Keys change. Asked for again, but not as often as somebody likes to send tokens.
            if (! $this->cache->add(self::key('keys-again', $provider), 1, self::KEYS_AGAIN_AFTER)) {
                throw new ProviderRefused('The ID token is signed by a key that the provider does not publish.');
            }
            $this->cache->forget(self::key('keys', $provider));
        }
        try {
            return ($this->verify)($token, $this->kept('keys', $provider, $read), $provider, $nonceDigest, $this->clock->now());
        } catch (UnknownKey) {
            throw new ProviderRefused('The ID token is signed by a key that the provider does not publish.');
        }
    }

    /**
     * @param  \Closure(): array<array-key, mixed>  $read
     * @return array<array-key, mixed>
     */
    private function kept(string $what, Provider $provider, \Closure $read): array
    {
        $key = self::key($what, $provider);
        $kept = $this->cache->get($key);
        if (! is_array($kept)) {
            $kept = $read();
            $this->cache->put($key, $kept, self::DOCUMENTS_KEPT);
        }

        return $kept;
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws ProviderRefused
     */
    private function document(string $address): array
    {
        return $this->ask('GET', $address, []);
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array<array-key, mixed>
     *
     * @throws ProviderRefused
     */
    private function ask(string $method, string $address, array $options): array
    {
        try {
            return self::body($this->outgoing->send($method, $address, ['headers' => ['Accept' => 'application/json', ...$options['headers'] ?? []]] + $options, self::LARGEST, self::PATIENCE));
        } catch (OutgoingRefused $refused) {
            throw new ProviderRefused("The provider is not called. {$refused->getMessage()}", previous: $refused);
        } catch (ConnectionException $error) {
            throw new ProviderRefused('The provider cannot be reached.', previous: $error);
        }
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws ProviderRefused
     */
    private static function body(Response $answer): array
    {
        $read = json_decode($answer->body(), true, 16);
        if (! $answer->successful() || ! is_array($read)) {
            // What it is called by RFC 6749 §5.2, and nothing else of what a provider writes.
            $error = is_array($read) && is_string($read['error'] ?? null) && preg_match('/^[a-z_]{1,40}$/D', $read['error']) === 1 ? " ({$read['error']})" : '';
            throw new ProviderRefused("The provider answered {$answer->status()}{$error}.");
        }

        return $read;
    }

    private static function key(string $what, Provider $provider): string
    {
        return "provider:{$what}:".hash('sha256', $provider->issuer);
    }
}
