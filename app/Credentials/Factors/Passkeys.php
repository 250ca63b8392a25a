<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\CoseKey;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Credentials\Passkeys\RelyingParty;
use Kennel\Core\Credentials\Passkeys\UsedPasskey;
use Kennel\Core\Credentials\Passkeys\VerifyPasskey;
use Kennel\Core\Foundation\Secrets\Entropy;
use Psr\Clock\ClockInterface;

/** What authenticators are asked, and whether they have answered. Called inside the act's transaction. */
final readonly class Passkeys
{
    private const CHALLENGE_BYTES = 32;

    private const MINUTES = 5;

    public function __construct(private ClockInterface $clock, private Entropy $entropy)
    {
    }

    /** @return list<Passkey> the oldest first */
    public function of(string $accountId): array
    {
        return array_values(Passkey::query()->where('account_id', $accountId)->orderBy('seq')->get()->all());
    }

    /** @return array<string, mixed> options as PublicKeyCredential.parseCreationOptionsFromJSON() takes them (WebAuthn Level 3 §5.1.9) */
    public function creation(Account $account): array
    {
        return [
            'challenge' => $this->challenge('register', $account->id),
            'rp' => ['id' => self::party()->id, 'name' => (string) config('kennel.sender.name')],
            'user' => ['id' => self::handle($account->id), 'name' => $account->email, 'displayName' => $account->name],
            'pubKeyCredParams' => array_map(static fn (int $algorithm): array => ['type' => 'public-key', 'alg' => $algorithm], CoseKey::ALGORITHMS),
            'timeout' => self::MINUTES * 60_000,
            'excludeCredentials' => array_map(self::descriptor(...), $this->of($account->id)),
            'authenticatorSelection' => ['residentKey' => 'preferred', 'userVerification' => 'preferred'],
            'attestation' => 'none',
        ];
    }

    /**
     * @param  'sign_in'|'second_factor'|'proof'  $purpose
     * @return array<string, mixed> options as PublicKeyCredential.parseRequestOptionsFromJSON() takes them
     */
    public function request(string $purpose, ?string $accountId): array
    {
        return [
            'challenge' => $this->challenge($purpose, $accountId),
            'rpId' => self::party()->id,
            'timeout' => self::MINUTES * 60_000,
            'userVerification' => $purpose === 'sign_in' ? 'required' : 'preferred',
            'allowCredentials' => $accountId === null ? [] : array_map(self::descriptor(...), $this->of($accountId)),
        ];
    }

    /**
     * Uses up the challenge that was answered.
     *
     * @param  array<array-key, mixed>  $response
     * @param  'register'|'sign_in'|'second_factor'|'proof'  $purpose
     * @return string bytes
     *
     * @throws PasskeyRefused for one that nobody asked, or that was answered before
     */
    public function answered(array $response, string $purpose, ?string $accountId): string
    {
        $client = json_decode(Base64Url::read(self::inner($response)['clientDataJSON'] ?? null, 'clientDataJSON'), true, 8);
        $challenge = Base64Url::read(is_array($client) ? $client['challenge'] ?? null : null, 'challenge');
        $isOurs = PasskeyChallenge::query()->where('digest', hash('sha256', $challenge))->where('purpose', $purpose)->where('account_id', $accountId)
            ->where('expires_at', '>', Moment::write($this->clock->now()))->delete() === 1;

        return $isOurs ? $challenge : throw new PasskeyRefused('clientDataJSON: answers a challenge that was not set');
    }

    /**
     * @param  array<array-key, mixed>  $response
     * @param  bool  $isOnlyFactor  then the authenticator must have verified its holder and say whose the passkey is (Web Authentication Level 3 §7.2)
     *
     * @throws PasskeyRefused
     */
    public function use(Passkey $passkey, array $response, string $challenge, bool $isOnlyFactor): UsedPasskey
    {
        $handle = (self::inner($response)['userHandle'] ?? null) ?: null;
        if ($handle !== self::handle($passkey->account_id) && ($isOnlyFactor || $handle !== null)) {
            throw new PasskeyRefused('userHandle: is of another account');
        }
        $used = self::verify()->assertion($response, $challenge, $passkey->key(), $passkey->sign_count, $passkey->is_backup_eligible, $isOnlyFactor);
        // Two at once with the same count cannot both be right.
        $written = Passkey::query()->whereKey($passkey->seq)->where('sign_count', $passkey->sign_count)
            ->update(['sign_count' => $used->signCount, 'is_backed_up' => $used->isBackedUp, 'used_at' => Moment::write($this->clock->now())]);

        return $written === 1 ? $used : throw new PasskeyRefused('signCount: has been there before; the key may have been copied');
    }

    /** @param  array<array-key, mixed>  $response */
    public function named(array $response): ?Passkey
    {
        $id = $response['id'] ?? null;

        return is_string($id) ? Passkey::query()->where('credential_id', $id)->first() : null;
    }

    public static function verify(): VerifyPasskey
    {
        return new VerifyPasskey(self::party());
    }

    /**
     * @param  array<array-key, mixed>  $response
     * @return array<array-key, mixed>
     */
    private static function inner(array $response): array
    {
        return is_array($response['response'] ?? null) ? $response['response'] : [];
    }

    private static function party(): RelyingParty
    {
        return RelyingParty::of((string) config('app.url'));
    }

    private function challenge(string $purpose, ?string $accountId): string
    {
        $challenge = $this->entropy->bytes(self::CHALLENGE_BYTES);
        PasskeyChallenge::query()->insert([
            'digest' => hash('sha256', $challenge), 'purpose' => $purpose, 'account_id' => $accountId,
            'expires_at' => Moment::write($this->clock->now()->modify('+'.self::MINUTES.' minutes')),
        ]);

        return Base64Url::write($challenge);
    }

    /** The sixteen bytes of the account's id: it names nobody, and is the same on every device. */
    private static function handle(string $accountId): string
    {
        return Base64Url::write((string) hex2bin(str_replace('-', '', $accountId)));
    }

    /** @return array{type: string, id: string} */
    private static function descriptor(Passkey $passkey): array
    {
        return ['type' => 'public-key', 'id' => $passkey->credential_id];
    }
}
