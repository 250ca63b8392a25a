<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\SignIn\Providers\Provider;
use Kennel\Core\SignIn\Providers\ProviderRules;
use Psr\Clock\ClockInterface;

/** The providers an app offers, and the secrets they gave us. */
final readonly class Providers
{
    private const LONGEST = 500;

    public function __construct(private ProviderRules $rules, private Encrypter $encrypter, private ClockInterface $clock, private AuditTrail $audit)
    {
    }

    /** @throws Refusal for one that the app does not offer */
    public function offered(App $app, string $key): Provider
    {
        foreach ($this->of($app) as $one) {
            if ($one->key === $key) {
                return $one;
            }
        }
        throw Refusal::notAllowed('signin.way_not_offered');
    }

    /** @return list<Provider> */
    public function of(App $app): array
    {
        return $this->rules->named($app->rules->providers);
    }

    /** @return Secret|null null for a provider that gave us none */
    public function secretOf(Provider $provider): ?Secret
    {
        $sealed = $provider->hasSecret ? ProviderSecret::query()->whereKey($provider->key)->value('sealed') : null;

        return is_string($sealed) ? new Secret((string) $this->encrypter->decrypt($sealed)) : null;
    }

    /** @return array<string, string> when each secret was set last, by provider */
    public function secretsChanged(): array
    {
        return array_map(strval(...), ProviderSecret::query()->pluck('changed_at', 'provider_key')->all());
    }

    /**
     * Called inside a transaction.
     *
     * @throws Refusal for what is none, and for a provider that is neither in the rules nor in the draft somebody is writing
     */
    public function keepSecret(string $key, Secret $secret, SignedIn $operator): void
    {
        if (preg_match('/^[\x20-\x7e]{1,'.self::LONGEST.'}$/D', $secret->reveal()) !== 1) {
            throw Refusal::invalid([new Reason('provider.secret', 'secret', ['maximum' => self::LONGEST])]);
        }
        ProviderSecret::query()->updateOrInsert(['provider_key' => $key], ['sealed' => $this->encrypter->encrypt($secret->reveal()), 'changed_at' => Moment::write($this->clock->now())]);
        $this->audit->record('provider.secret_set', $operator->asOperator(), null, [], ['provider' => $key]);
    }
}
