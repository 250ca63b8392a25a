<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;

/** A token for an app by itself, without a person (OAuth 2.1 §4.2). */
final readonly class IssueForApp
{
    public function __construct(private IssueTokens $issue)
    {
    }

    /**
     * @return array<string, mixed> the answer of RFC 6749 §5.1, without a refresh token
     *
     * @throws OAuthRefused
     */
    public function __invoke(Client $client, Parameters $form, ?KeyProof $proof): array
    {
        $allowed = $client->scopeOf(GrantType::ClientCredentials);
        $scope = $form->text('scope') === null ? $allowed : AuthorizationRequest::scope($form->needed('scope'), $allowed);
        $resources = AuthorizationRequest::resources($form->texts('resource'), $client);

        return $this->issue->forApp($client, $scope, $resources, $proof);
    }
}
