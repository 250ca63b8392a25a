<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** What the browser says that it asked the authenticator for (WebAuthn Level 2 §5.8.1). */
final class ClientData
{
    public const CREATE = 'webauthn.create';

    public const GET = 'webauthn.get';

    private const LONGEST = 4_096;

    /**
     * @param  string  $json  as the browser wrote it
     * @param  self::CREATE|self::GET  $type
     * @param  string  $challenge  bytes
     *
     * @throws PasskeyRefused
     */
    public static function check(string $json, string $type, string $challenge, RelyingParty $party): void
    {
        $data = strlen($json) > self::LONGEST ? null : json_decode($json, true, 8);
        if (! is_array($data)) {
            throw new PasskeyRefused('clientDataJSON: is not JSON');
        }
        if (($data['type'] ?? null) !== $type) {
            throw new PasskeyRefused('clientDataJSON: is of another ceremony');
        }
        if (! hash_equals($challenge, Base64Url::read($data['challenge'] ?? null, 'challenge'))) {
            throw new PasskeyRefused('clientDataJSON: answers another challenge');
        }
        if (($data['origin'] ?? null) !== $party->origin) {
            throw new PasskeyRefused('clientDataJSON: is of another origin');
        }
        if (($data['crossOrigin'] ?? false) !== false) {
            throw new PasskeyRefused('clientDataJSON: is from within a page of somebody else');
        }
    }
}
