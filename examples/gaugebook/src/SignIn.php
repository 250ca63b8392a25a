<?php

declare(strict_types=1);

namespace Gaugebook;

use League\OAuth2\Client\Provider\Exception\IdentityProviderException;
use League\OAuth2\Client\Provider\GenericProvider;
use League\OAuth2\Client\Token\AccessToken;

/** Signing in at Kennel: the authorization code grant with PKCE (OAuth 2.1 §4.1), by an ordinary client library. */
final readonly class SignIn
{
    private const SCOPE = 'openid profile email roles readings';

    public function __construct(private Settings $settings, private Kept $kept, private Http $http, private Tokens $tokens)
    {
    }

    /** @return string where the browser goes; what comes back is only taken in this same session */
    public function begin(bool $asNew): string
    {
        $provider = $this->provider();
        $nonce = bin2hex(random_bytes(16));
        $address = $provider->getAuthorizationUrl(['nonce' => $nonce, ...$asNew ? ['prompt' => 'create'] : []]);
        $_SESSION['asked'] = ['state' => $provider->getState(), 'nonce' => $nonce, 'verifier' => $provider->getPkceCode()];

        return $address;
    }

    /**
     * @param  array<string, mixed>  $answer  the query that the browser came back with
     *
     * @throws \UnexpectedValueException|IdentityProviderException saying why nobody is signed in
     */
    public function finish(array $answer): Person
    {
        $asked = $_SESSION['asked'] ?? throw new \UnexpectedValueException('Nothing was asked for in this browser.');
        unset($_SESSION['asked']);
        hash_equals((string) $asked['state'], (string) ($answer['state'] ?? '')) || throw new \UnexpectedValueException('This answers something else.');
        ($answer['iss'] ?? null) === $this->settings->issuer || throw new \UnexpectedValueException('This is another issuer’s answer.');
        if (isset($answer['error'])) {
            throw new \UnexpectedValueException($answer['error'] === 'access_denied' ? 'You did not let Gaugebook in.' : 'Kennel says: '.$answer['error']);
        }
        $provider = $this->provider();
        $provider->setPkceCode((string) $asked['verifier']);
        $this->http->count('token');
        $token = $provider->getAccessToken('authorization_code', ['code' => (string) ($answer['code'] ?? '')]);
        $token instanceof AccessToken || throw new \UnexpectedValueException('Kennel answered with another kind of token.');
        $id = (string) ($token->getValues()['id_token'] ?? '');
        $claims = $this->tokens->id($id, (string) $asked['nonce']);
        $this->http->count('userinfo');
        $told = $provider->getResourceOwner($token)->toArray();
        $told['sub'] === $claims->sub || throw new \UnexpectedValueException('That is somebody else.');

        return new Person($claims->sub, (string) ($told['name'] ?? $told['email'] ?? 'you'), $told['roles'] ?? [], $told['permissions'] ?? [], $claims->sid, $id, $token);
    }

    /** The same person with tokens that count, or nobody: Kennel renews nothing for whoever signed out, was suspended or lost a role. */
    public function renewed(Person $person): ?Person
    {
        if (! $person->token->hasExpired()) {
            return $person;
        }
        try {
            $this->http->count('token');

            return $person->with($this->provider()->getAccessToken('refresh_token', ['refresh_token' => (string) $person->token->getRefreshToken()]));
        } catch (IdentityProviderException) {
            return null;
        }
    }

    /** Whether that holds at this moment, and not only when the token was made (RFC 7662). For acts of weight. */
    public function mayNow(Person $person, string $permission): bool
    {
        $answer = $this->http->post((string) $this->kept->discovery()['introspection_endpoint'], ['token' => $person->token->getToken()]);

        return ($answer['active'] ?? false) === true && in_array($permission, $answer['permissions'] ?? [], true);
    }

    /** Where the browser goes to be signed out at Kennel too (OpenID Connect RP-Initiated Logout 1.0). */
    public function leave(Person $person): string
    {
        return $this->kept->discovery()['end_session_endpoint'].'?'.http_build_query(['id_token_hint' => $person->idToken, 'client_id' => $this->settings->clientId, 'post_logout_redirect_uri' => "{$this->settings->address}/"]);
    }

    private function provider(): GenericProvider
    {
        $at = $this->kept->discovery();

        return new GenericProvider([
            'clientId' => $this->settings->clientId,
            'clientSecret' => $this->settings->secret,
            'redirectUri' => "{$this->settings->address}/signed-in",
            'urlAuthorize' => $at['authorization_endpoint'],
            'urlAccessToken' => $at['token_endpoint'],
            'urlResourceOwnerDetails' => $at['userinfo_endpoint'],
            'responseResourceOwnerId' => 'sub',
            'scopes' => [self::SCOPE],
            'pkceMethod' => GenericProvider::PKCE_METHOD_S256,
        ], ['httpClient' => $this->http->client]);
    }
}
