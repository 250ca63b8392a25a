<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PhcString;

/** An older hash enclosed in Argon2id: `$wrapped$<settings, Base64url>$argon2id$…`. The form is Kennel's own. */
final readonly class Wrapped implements Scheme
{
    private const FORM = '/^\$wrapped\$([A-Za-z0-9_-]{1,400})(\$argon2id\$.{40,200})$/D';

    public function name(): string
    {
        return 'wrapped';
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, '$wrapped$');
    }

    public function parameters(string $stored): ?string
    {
        $parts = $this->parts($stored);

        return $parts === null ? null : "{$parts['scheme']->name()} in ".HashKind::of($parts['outer']);
    }

    public function matches(#[\SensitiveParameter] string $password, string $stored): bool
    {
        $parts = $this->parts($stored);
        $digest = $parts === null ? '' : $parts['scheme']->digest($password, $parts['settings']);

        // An empty digest is a password the older scheme would have cut.
        return $parts !== null && $digest !== '' && password_verify($digest, $parts['outer']);
    }

    /** @param  non-empty-string  $salt  sixteen random bytes */
    public static function enclose(Wrappable $scheme, string $stored, Argon2idParameters $parameters, string $salt): string
    {
        ['settings' => $settings, 'digest' => $digest] = $scheme->split($stored);
        $hash = sodium_crypto_pwhash(32, $digest, $salt, $parameters->passes, $parameters->memory * 1024, SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13);

        // Sodium computes one lane; a rule of several is met at the next sign-in.
        return '$wrapped$'.rtrim(strtr(base64_encode($settings), '+/', '-_'), '=').PhcString::argon2id(new Argon2idParameters($parameters->memory, $parameters->passes, 1), $salt, $hash)->toString();
    }

    /** @return array{scheme: Wrappable, settings: string, outer: string}|null */
    private function parts(string $stored): ?array
    {
        if (preg_match(self::FORM, $stored, $part) !== 1 || Schemes::verifying($part[2]) === null) {
            return null;
        }
        $settings = base64_decode(strtr($part[1], '-_', '+/'), true);
        $scheme = $settings === false ? null : Schemes::of($settings);

        return $settings !== false && $scheme instanceof Wrappable && $scheme->areSettings($settings) ? ['scheme' => $scheme, 'settings' => $settings, 'outer' => $part[2]] : null;
    }
}
