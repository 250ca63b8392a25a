<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** A provider's discovery document (OpenID Connect Discovery 1.0 §3), as far as signing in needs it. */
final readonly class ProviderMetadata
{
    private function __construct(
        public string $authorizationEndpoint,
        public string $tokenEndpoint,
        public string $keysAddress,
        /** Whether it names itself in its answers (RFC 9207): then an answer without its name is not taken. */
        public bool $namesItself,
    ) {
    }

    public static function addressOf(string $issuer): string
    {
        return rtrim($issuer, '/').'/.well-known/openid-configuration';
    }

    /**
     * @param  array<array-key, mixed>  $document
     *
     * @throws ProviderRefused
     */
    public static function read(array $document, string $issuer): self
    {
        // §4.3: identical, or somebody else's document would send people elsewhere.
        if (($document['issuer'] ?? null) !== $issuer) {
            throw new ProviderRefused('The discovery document names another issuer.');
        }
        if (! in_array('code', self::list($document, 'response_types_supported'), true)) {
            throw new ProviderRefused('The provider knows no response type "code".');
        }
        $methods = self::list($document, 'code_challenge_methods_supported');
        if ($methods !== [] && ! in_array('S256', $methods, true)) {
            throw new ProviderRefused('The provider takes no PKCE challenge of S256.');
        }

        return new self(
            self::address($document, 'authorization_endpoint'),
            self::address($document, 'token_endpoint'),
            self::address($document, 'jwks_uri'),
            ($document['authorization_response_iss_parameter_supported'] ?? false) === true,
        );
    }

    /**
     * @param  array<array-key, mixed>  $document
     *
     * @throws ProviderRefused
     */
    private static function address(array $document, string $name): string
    {
        $address = $document[$name] ?? null;

        return is_string($address) && ProviderAddress::isSafe($address) ? $address : throw new ProviderRefused("The discovery document has no {$name} over https.");
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    private static function list(array $document, string $name): array
    {
        return is_array($document[$name] ?? null) ? $document[$name] : [];
    }
}
