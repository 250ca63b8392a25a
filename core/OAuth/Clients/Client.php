<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Directory\Apps\AppAddress;
use Kennel\Core\Directory\Apps\Registration;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;

/** What an app is registered with to come to tokens; its key is its client_id. Metadata is named as in RFC 7591 §2 where that has a name. */
final readonly class Client
{
    public const EXAMPLE = [
        'key' => 'example', 'kind' => 'web', 'redirect_uris' => [], 'post_logout_redirect_uris' => [], 'origins' => [], 'grant_types' => ['authorization_code', 'refresh_token'],
        'token_endpoint_auth_method' => 'client_secret_basic', 'jwks' => '', 'scopes' => [], 'resources' => [], 'consent' => 'first_party', 'access_token' => 'jwt',
        'algorithm' => 'EdDSA', 'access_token_lifetime' => 'PT10M', 'refresh_token_idle' => 'P14D', 'refresh_token_absolute' => 'P90D', 'backchannel_logout_uri' => '',
    ];

    /** Whatever a token says counts so long, so nobody should have to wait longer for what was taken away. */
    private const LONGEST_ACCESS = 86_400;

    /**
     * @param  list<RedirectUri>  $redirectUris
     * @param  list<AppAddress>  $postLogoutRedirectUris
     * @param  list<string>  $origins
     * @param  list<GrantType>  $grants
     * @param  array<string, string>  $scopes  of its own: descriptions by name
     * @param  list<string>  $resources  whom its tokens are for (RFC 8707); the first where it does not say
     */
    private function __construct(
        public string $key,
        public ClientKind $kind,
        public array $redirectUris,
        public array $postLogoutRedirectUris,
        public array $origins,
        public array $grants,
        public ClientAuthentication $authentication,
        /** Public keys that its assertions are signed by (RFC 7517), as JSON. */
        public string $jwks,
        public array $scopes,
        public array $resources,
        public bool $asksConsent,
        public TokenFormat $format,
        public SigningAlgorithm $algorithm,
        public Duration $accessLifetime,
        /** A refresh token that is not used for so long lapses. */
        public Duration $refreshIdle,
        /** However often it is renewed, after so long the person signs in again. */
        public Duration $refreshAbsolute,
        public string $backchannelLogoutUri,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $kind = ClientKind::from(($document->choice('kind', ClientKind::names(), 'What runs the app')));
        $client = new self(
            $document->text('key', 40, 'The app; its client_id', Registration::KEY),
            $kind,
            self::each($document, 'redirect_uris', 'Where a browser goes back to with the answer; compared exactly', static fn (string $uri): RedirectUri => RedirectUri::parse($uri, $kind)),
            self::each($document, 'post_logout_redirect_uris', 'Where a browser may go on to after signing out', AppAddress::parse(...)),
            self::each($document, 'origins', 'Whose pages may read answers from a browser', Origin::parse(...)),
            self::grants($document, $kind),
            self::authentication($document, $kind),
            $document->text('jwks', 8_000, 'Its public keys (JSON Web Key Set), for private_key_jwt; "" for none'),
            $document->keyed('scopes', ['key' => 'readings', 'about' => 'Read your readings'], self::scope(...), 'Scopes of its own, as the consent page describes them'),
            self::each($document, 'resources', 'Whom its access tokens are for, as absolute URIs (RFC 8707); the first where it does not say', self::resource(...)),
            $document->choice('consent', ['first_party', 'asked'], 'Whether people are asked before it gets at their account; not by those who run this service themselves') === 'asked',
            TokenFormat::from($document->choice('access_token', TokenFormat::names(), 'Whether an access token says what it says by itself, or has to be asked about')),
            SigningAlgorithm::from($document->choice('algorithm', SigningAlgorithm::names(), 'By what its tokens are signed')),
            $document->duration('access_token_lifetime', 'How long an access token and an ID token count'),
            $document->duration('refresh_token_idle', 'A refresh token that is not used for so long lapses'),
            $document->duration('refresh_token_absolute', 'However often it is renewed, after so long the person signs in again'),
            $document->text('backchannel_logout_uri', AppAddress::LONGEST, 'Whom we tell that somebody signed out (OpenID Connect Back-Channel Logout 1.0); "" for nobody'),
        );
        $document->nothingElse();
        $client->holdTogether($document);

        return $client;
    }

    public function may(GrantType $grant): bool
    {
        return in_array($grant, $this->grants, true);
    }

    /** One of its own, or nothing: nobody is ever sent anywhere else (RFC 9700 §4.1). */
    public function redirectsTo(string $uri): bool
    {
        foreach ($this->redirectUris as $own) {
            if ($own->matches($uri)) {
                return true;
            }
        }

        return false;
    }

    public function signsOutTo(string $uri): bool
    {
        foreach ($this->postLogoutRedirectUris as $own) {
            if ($own->toString() === $uri) {
                return true;
            }
        }

        return false;
    }

    /** What it may ask for. By itself, without a person, what is said of people has no meaning. */
    public function scopeOf(GrantType $grant): Scope
    {
        $own = array_keys($this->scopes);
        if ($grant === GrantType::ClientCredentials) {
            return Scope::of($own);
        }

        return Scope::of([...array_values(array_diff(Scope::STANDARD, $this->may(GrantType::RefreshToken) ? [] : [Scope::OFFLINE])), ...$own]);
    }

    /** @throws InvalidRuleBook */
    private function holdTogether(Document $document): void
    {
        if (preg_match('/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/D', $this->key) === 1) {
            throw $document->mistake('key', 'must not look like the id of an account: a token of the app itself would read as one of a person');
        }
        if ($this->may(GrantType::AuthorizationCode) && $this->redirectUris === [] && $this->key !== self::EXAMPLE['key']) {
            throw $document->mistake('redirect_uris', 'must have at least one address for authorization_code');
        }
        if ($this->may(GrantType::RefreshToken) && ! $this->may(GrantType::AuthorizationCode) && ! $this->may(GrantType::DeviceCode) && ! $this->may(GrantType::TokenExchange)) {
            throw $document->mistake('grant_types', 'refresh_token renews what authorization_code, device_code or token-exchange gave; add one of them');
        }
        if (($this->authentication === ClientAuthentication::PrivateKeyJwt) !== ($this->jwks !== '')) {
            throw $document->mistake('jwks', $this->jwks === '' ? 'must have a key for private_key_jwt' : 'is for private_key_jwt alone; must be ""');
        }
        if ($this->jwks !== '' && ClientKeys::read($this->jwks) === null) {
            throw $document->mistake('jwks', 'must be a JSON Web Key Set of public keys for '.implode(', ', SigningAlgorithm::names()).', each with a kid of its own and without its private part');
        }
        if ($this->accessLifetime->seconds > self::LONGEST_ACCESS) {
            throw $document->mistake('access_token_lifetime', 'must be at most PT24H: what was taken away counts on for so long');
        }
        if ($this->refreshIdle->seconds > $this->refreshAbsolute->seconds) {
            throw $document->mistake('refresh_token_idle', 'must not be longer than refresh_token_absolute');
        }
        if ($this->backchannelLogoutUri !== '') {
            try {
                AppAddress::parse($this->backchannelLogoutUri)->isOnTheWeb || throw new \InvalidArgumentException('must be https');
            } catch (\InvalidArgumentException $error) {
                throw $document->mistake('backchannel_logout_uri', $error->getMessage());
            }
        }
    }

    /**
     * @template T
     *
     * @param  \Closure(string): T  $parse
     * @return list<T>
     *
     * @throws InvalidRuleBook naming the one that is wrong
     */
    private static function each(Document $document, string $key, string $about, \Closure $parse): array
    {
        $parsed = [];
        foreach ($texts = $document->strings($key, $about) as $index => $text) {
            try {
                $parsed[] = $parse($text);
            } catch (\InvalidArgumentException $error) {
                throw $document->mistake("{$key}.{$index}", $error->getMessage());
            }
        }
        if (count(array_unique($texts)) !== count($texts)) {
            throw $document->mistake($key, 'must list each once');
        }

        return $parsed;
    }

    /**
     * @return list<GrantType>
     *
     * @throws InvalidRuleBook
     */
    private static function grants(Document $document, ClientKind $kind): array
    {
        $fit = array_map(static fn (GrantType $one): string => $one->value, $kind->grants());

        return self::each($document, 'grant_types', 'By what it comes to tokens: '.implode(', ', GrantType::names()), static fn (string $name): GrantType => in_array($name, $fit, true)
            ? GrantType::from($name)
            : throw new \InvalidArgumentException(GrantType::tryFrom($name) === null ? "“{$name}” is none of ".implode(', ', GrantType::names()) : "does not suit the kind “{$kind->value}”, which may have ".implode(', ', $fit)));
    }

    /** @throws InvalidRuleBook */
    private static function authentication(Document $document, ClientKind $kind): ClientAuthentication
    {
        $method = ClientAuthentication::from($document->choice('token_endpoint_auth_method', ClientAuthentication::names(), 'How it shows that it is itself'));
        if (! in_array($method, $kind->authentications(), true)) {
            throw $document->mistake('token_endpoint_auth_method', $kind->keepsSecrets()
                ? "must not be none: an app of the kind “{$kind->value}” can show who it is"
                : "must be none: an app of the kind “{$kind->value}” cannot keep a secret");
        }

        return $method;
    }

    /** @throws InvalidRuleBook */
    private static function scope(Document $document): string
    {
        $key = $document->text('key', 80, 'The scope, as it is asked for', Scope::WORD);
        $about = $document->text('about', 200, 'What it lets the app do, as the consent page says it', '\S');
        $document->nothingElse();
        if (in_array($key, Scope::STANDARD, true)) {
            throw $document->mistake('key', "“{$key}” has a meaning already, for every app");
        }

        return $about;
    }

    /** @throws \InvalidArgumentException */
    private static function resource(string $uri): string
    {
        AppAddress::parse($uri);

        return $uri;
    }
}
