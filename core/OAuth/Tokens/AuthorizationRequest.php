<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;

/** What an app asks a person's browser for (OAuth 2.1 §4.1.1, OpenID Connect Core 1.0 §3.1.2.1). Whose it is and where its answer goes was looked at before. */
final readonly class AuthorizationRequest
{
    /** What is kept of a request while its person is busy. */
    public const KEPT = [
        'response_type', 'response_mode', 'redirect_uri', 'scope', 'state', 'nonce', 'code_challenge', 'code_challenge_method', 'prompt', 'max_age', 'acr_values', 'login_hint',
        'resource', 'dpop_jkt', 'id_token_hint', 'request', 'request_uri',
    ];

    private const LONGEST_STATE = 2_000;

    private const LONGEST_NONCE = 500;

    /**
     * @param  list<Prompt>  $prompts
     * @param  list<string>  $resources
     */
    private function __construct(
        public string $redirectUri,
        public Scope $scope,
        public ?string $state,
        public ?string $nonce,
        public CodeChallenge $challenge,
        public array $prompts,
        /** In seconds: whoever proved themselves longer ago does it again. */
        public ?int $maxAge,
        public ?Assurance $assurance,
        public ?string $loginHint,
        public array $resources,
        public ?string $idTokenHint,
        /** Of the key that its code will need (RFC 9449 §10). */
        public ?string $keyThumbprint,
    ) {
    }

    /** @throws OAuthRefused */
    public static function read(Parameters $asked, Client $client): self
    {
        if ($asked->text('request') !== null) {
            throw new OAuthRefused(OAuthError::RequestNotSupported, 'Requests as signed objects are not taken; push the request instead (RFC 9126).');
        }
        if ($asked->needed('response_type') !== 'code') {
            throw new OAuthRefused(OAuthError::UnsupportedResponseType, 'The parameter response_type has to be code.');
        }
        if (($asked->text('response_mode') ?? 'query') !== 'query') {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter response_mode has to be query.');
        }
        if (! $client->may(GrantType::AuthorizationCode)) {
            throw new OAuthRefused(OAuthError::UnauthorizedClient, 'The app is not registered for authorization_code.');
        }

        return new self(
            $asked->needed('redirect_uri'),
            self::scope($asked->text('scope') ?? '', $client->scopeOf(GrantType::AuthorizationCode)),
            self::short($asked, 'state', self::LONGEST_STATE),
            self::short($asked, 'nonce', self::LONGEST_NONCE),
            CodeChallenge::read($asked->text('code_challenge'), $asked->text('code_challenge_method')),
            self::prompts($asked->text('prompt')),
            self::seconds($asked->text('max_age')),
            self::assurance($asked->text('acr_values')),
            self::short($asked, 'login_hint', 320),
            self::resources($asked->texts('resource'), $client),
            $asked->text('id_token_hint'),
            self::thumbprint($asked->text('dpop_jkt')),
        );
    }

    public function has(Prompt $prompt): bool
    {
        return in_array($prompt, $this->prompts, true);
    }

    /** @throws OAuthRefused naming what may not be asked for */
    public static function scope(string $asked, Scope $allowed): Scope
    {
        $scope = Scope::parse($asked) ?? throw new OAuthRefused(OAuthError::InvalidScope, 'The parameter scope has to be words with one space between.');
        $beyond = $scope->without($allowed->words)->words;
        if ($beyond !== []) {
            throw new OAuthRefused(OAuthError::InvalidScope, 'The app is not registered for the scope '.implode(', ', $beyond).'.');
        }

        return $scope;
    }

    /**
     * @param  list<string>  $asked
     * @return list<string> whom tokens are for; the first there is where nobody was named
     *
     * @throws OAuthRefused
     */
    public static function resources(array $asked, Client $client): array
    {
        if (array_diff($asked, $client->resources) !== []) {
            throw new OAuthRefused(OAuthError::InvalidTarget, 'The app is not registered for that resource.');
        }

        return $asked === [] ? array_slice($client->resources, 0, 1) : array_values(array_unique($asked));
    }

    /** @throws OAuthRefused */
    private static function thumbprint(?string $asked): ?string
    {
        return $asked === null || preg_match('/^[A-Za-z0-9_-]{43}$/D', $asked) === 1 ? $asked : throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter dpop_jkt has to be a thumbprint by SHA-256 (RFC 7638).');
    }

    /** @throws OAuthRefused */
    private static function short(Parameters $asked, string $name, int $most): ?string
    {
        $text = $asked->text($name);
        if ($text !== null && strlen($text) > $most) {
            throw new OAuthRefused(OAuthError::InvalidRequest, "The parameter {$name} is longer than {$most} bytes.");
        }

        return $text;
    }

    /**
     * @return list<Prompt>
     *
     * @throws OAuthRefused
     */
    private static function prompts(?string $asked): array
    {
        $prompts = [];
        foreach ($asked === null ? [] : explode(' ', $asked) as $name) {
            $prompts[] = Prompt::tryFrom($name) ?? throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter prompt may have '.implode(', ', Prompt::names()).'.');
        }
        if (count($prompts) > 1 && in_array(Prompt::None, $prompts, true)) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter prompt is either none or something.');
        }

        return $prompts;
    }

    /** @throws OAuthRefused */
    private static function seconds(?string $asked): ?int
    {
        if ($asked !== null && preg_match('/^\d{1,9}$/D', $asked) !== 1) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The parameter max_age has to be a number of seconds.');
        }

        return $asked === null ? null : (int) $asked;
    }

    /** The first that there is here. What is asked for by acr_values is a wish (OpenID Connect Core 1.0 §3.1.2.1), so what nobody here knows is passed over. */
    private static function assurance(?string $asked): ?Assurance
    {
        foreach ($asked === null ? [] : explode(' ', $asked) as $name) {
            if (($level = Assurance::tryFrom($name)) !== null) {
                return $level;
            }
        }

        return null;
    }
}
