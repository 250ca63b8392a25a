<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** The two ceremonies, as the standard has a relying party check them (WebAuthn Level 2 §7.1 and §7.2). Attestation is not asked for, so none is believed. */
final readonly class VerifyPasskey
{
    public function __construct(private RelyingParty $party)
    {
    }

    /**
     * @param  array<array-key, mixed>  $response  what the browser gave, as its toJSON() has it
     * @param  string  $challenge  bytes
     *
     * @throws PasskeyRefused
     */
    public function registration(array $response, string $challenge): NewPasskey
    {
        $inner = self::inner($response);
        ClientData::check(Base64Url::read($inner['clientDataJSON'] ?? null, 'clientDataJSON'), ClientData::CREATE, $challenge, $this->party);
        $attestation = Cbor::whole(Base64Url::read($inner['attestationObject'] ?? null, 'attestationObject'));
        $bytes = is_array($attestation) ? $attestation['authData'] ?? null : null;
        if (! $bytes instanceof Bytes) {
            throw new PasskeyRefused('attestationObject: has no authenticatorData');
        }
        $data = AuthenticatorData::read($bytes->value);
        // Whether it can verify its holder is asked each time it is used: one that cannot is a second factor still.
        $this->requireOurs($data, needsVerification: false);
        $credential = $data->credential ?? throw new PasskeyRefused('authenticatorData: has no key');
        if (Base64Url::read($response['rawId'] ?? $response['id'] ?? null, 'rawId') !== $credential['id']) {
            throw new PasskeyRefused('rawId: is another id');
        }

        return new NewPasskey($credential['id'], $credential['key'], CoseKey::read($credential['key'])->algorithm, $data->signCount, $data->isBackupEligible(), $data->isBackedUp(), $credential['aaguid']);
    }

    /**
     * @param  array<array-key, mixed>  $response
     * @param  string  $challenge  bytes
     * @param  string  $key  as it was kept, CBOR
     * @param  int  $signCount  as it was kept
     * @param  bool  $needsVerification  by the authenticator, of its holder: where it is the only factor
     *
     * @throws PasskeyRefused
     */
    public function assertion(array $response, string $challenge, string $key, int $signCount, bool $wasBackupEligible, bool $needsVerification): UsedPasskey
    {
        $inner = self::inner($response);
        $client = Base64Url::read($inner['clientDataJSON'] ?? null, 'clientDataJSON');
        ClientData::check($client, ClientData::GET, $challenge, $this->party);
        $bytes = Base64Url::read($inner['authenticatorData'] ?? null, 'authenticatorData');
        $data = AuthenticatorData::read($bytes);
        $this->requireOurs($data, $needsVerification);
        if ($data->isBackupEligible() !== $wasBackupEligible) {
            throw new PasskeyRefused('authenticatorData: what can be copied could not, or the other way round');
        }
        if (! CoseKey::read($key)->verifies($bytes.hash('sha256', $client, true), Base64Url::read($inner['signature'] ?? null, 'signature'))) {
            throw new PasskeyRefused('signature: is not by this key');
        }
        // Of those that count at all: a count that does not go on is of a copy (§6.1.1).
        if (($data->signCount > 0 || $signCount > 0) && $data->signCount <= $signCount) {
            throw new PasskeyRefused('signCount: has been there before; the key may have been copied');
        }

        return new UsedPasskey($data->signCount, $data->isBackedUp(), $data->isVerified());
    }

    /** @throws PasskeyRefused */
    private function requireOurs(AuthenticatorData $data, bool $needsVerification): void
    {
        if (! hash_equals(hash('sha256', $this->party->id, true), $data->rpIdHash)) {
            throw new PasskeyRefused('authenticatorData: is of another relying party');
        }
        if (! $data->isPresent()) {
            throw new PasskeyRefused('authenticatorData: nobody was there');
        }
        if ($needsVerification && ! $data->isVerified()) {
            throw new PasskeyRefused('authenticatorData: its holder was not verified');
        }
    }

    /**
     * @param  array<array-key, mixed>  $response
     * @return array<array-key, mixed>
     */
    private static function inner(array $response): array
    {
        $inner = $response['response'] ?? null;
        if (($response['type'] ?? null) !== 'public-key' || ! is_array($inner)) {
            throw new PasskeyRefused('it is no answer of a passkey');
        }

        return $inner;
    }
}
