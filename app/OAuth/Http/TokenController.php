<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Sessions\CurrentSession;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\OAuth\Clients\AuthenticateClient;
use Kennel\App\OAuth\Tokens\Authorize;
use Kennel\App\OAuth\Tokens\CountTokens;
use Kennel\App\OAuth\Tokens\Devices;
use Kennel\App\OAuth\Tokens\ExchangeCode;
use Kennel\App\OAuth\Tokens\ExchangeSession;
use Kennel\App\OAuth\Tokens\Introspect;
use Kennel\App\OAuth\Tokens\IssueForApp;
use Kennel\App\OAuth\Tokens\Issuer;
use Kennel\App\OAuth\Tokens\RefreshTokens;
use Kennel\App\OAuth\Tokens\RevokeToken;
use Kennel\App\OAuth\Tokens\ShownProofs;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;

/** What apps ask by themselves, without a browser: tokens, and what becomes of them. */
final readonly class TokenController
{
    public function __construct(private AuthenticateClient $authenticate, private CountTokens $count)
    {
    }

    public function token(Request $request): JsonResponse
    {
        $form = Form::of($request);
        $client = $this->client($request, $form, 'token');
        try {
            $proof = self::proof($request, 'token');
            $granted = $this->granted($client, $form, $proof);
            $proof === null || app(ShownProofs::class)->keep($proof);

            return OAuthAnswer::ok($granted);
        } catch (OAuthRefused $refused) {
            $this->count->note($client->key, $refused->error->value);
            throw $refused;
        }
    }

    public function introspect(Request $request): JsonResponse
    {
        $form = Form::of($request);
        $client = $this->client($request, $form, 'introspect');
        if ($client->authentication === ClientAuthentication::None) {
            // Whoever cannot show who they are could try tokens of others (RFC 7662 §2.1).
            throw new OAuthRefused(OAuthError::InvalidClient, 'Only an app that shows who it is may ask about tokens.');
        }

        return OAuthAnswer::ok(app(Introspect::class)($client, $form->needed('token')));
    }

    public function revoke(Request $request, RevokeToken $revoke): Response
    {
        $form = Form::of($request);
        $revoke($this->client($request, $form, 'revoke'), $form->needed('token'));

        return new Response(status: 200, headers: ['Cache-Control' => 'no-store']);
    }

    public function push(Request $request, Authorize $authorize): JsonResponse
    {
        $form = Form::of($request);
        $client = $this->client($request, $form, 'par');
        $this->limit($request, $client);

        $proof = self::proof($request, 'par');
        $uri = $authorize->push($form, $client, $proof);
        $proof === null || app(ShownProofs::class)->keep($proof);

        return OAuthAnswer::ok(['request_uri' => $uri, 'expires_in' => Authorize::PUSHED_FOR], 201);
    }

    public function device(Request $request, Devices $devices): JsonResponse
    {
        $form = Form::of($request);
        $client = $this->client($request, $form, 'device');
        $this->limit($request, $client);

        return OAuthAnswer::ok($devices->begin($client, $form, (string) $request->ip()));
    }

    /** What anybody can ask for in the name of an app that shows nothing would fill the store. @throws Refusal where it was too often from one place */
    private function limit(Request $request, Client $client): void
    {
        $client->authentication !== ClientAuthentication::None || app(Throttle::class)->hit('links', 'app '.Source::of($request));
    }

    /**
     * @return array<string, mixed>
     *
     * @throws OAuthRefused
     */
    private function granted(Client $client, Parameters $form, ?KeyProof $proof): array
    {
        $grant = GrantType::tryFrom($form->needed('grant_type')) ?? throw new OAuthRefused(OAuthError::UnsupportedGrantType, 'There is '.implode(', ', GrantType::names()).'.');
        if (! $client->may($grant)) {
            throw new OAuthRefused(OAuthError::UnauthorizedClient, "The app is not registered for {$grant->value}.");
        }

        return match ($grant) {
            GrantType::AuthorizationCode => app(ExchangeCode::class)($client, $form, $proof),
            GrantType::RefreshToken => app(RefreshTokens::class)($client, $form, $proof),
            GrantType::ClientCredentials => app(IssueForApp::class)($client, $form, $proof),
            GrantType::DeviceCode => app(Devices::class)->poll($client, $form, $proof),
            GrantType::TokenExchange => app(ExchangeSession::class)($client, $form, $proof, self::behind($form->needed('subject_token'))),
        };
    }

    /** That whoever asks holds a key (RFC 9449 §5); null where nothing of the kind is shown. */
    private static function proof(Request $request, string $endpoint): ?KeyProof
    {
        $shown = $request->headers->all('DPoP');

        return $shown === [] ? null : app(ShownProofs::class)->read(array_values($shown), 'POST', Issuer::endpoint($endpoint));
    }

    /** Whose session of the account pages a cookie's value opens. */
    private static function behind(#[\SensitiveParameter] string $session): ?SignedIn
    {
        return app(CurrentSession::class)->of(Request::create('/', cookies: [Surface::Pages->cookieName() => $session]))->find();
    }

    /**
     * @throws OAuthRefused where it did not show who it is
     * @throws Refusal where that happened too often from one place
     */
    private function client(Request $request, Parameters $form, string $endpoint): Client
    {
        try {
            return ($this->authenticate)($form, $request->headers->get('Authorization'), static fn (): array => [Issuer::name(), Issuer::endpoint('token'), Issuer::endpoint($endpoint)]);
        } catch (OAuthRefused $refused) {
            app(Throttle::class)->hit('links', 'client '.Source::of($request));
            throw $refused;
        }
    }
}
