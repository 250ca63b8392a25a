<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Moment;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\RefreshToken;

/** The answer of the token endpoint. It is signed before anything is written, since that takes time, and handed out once what it is given for has been taken. */
final readonly class IssueTokens
{
    public function __construct(private MintTokens $mint, private CountTokens $count, private ConnectionInterface $database)
    {
    }

    /**
     * @param  list<string>  $resources  that were asked for now; of those that were asked for at the beginning
     * @param  \Closure(): bool  $take  uses up what is shown, a code or a refresh token, in one statement or in a transaction; false where somebody else was quicker
     * @return array<string, mixed>|null RFC 6749 §5.1; OpenID Connect Core 1.0 §3.1.3.3; null where it was not taken
     *
     * @throws OAuthRefused
     */
    public function of(Client $client, Holding $holding, Scope $scope, array $resources, ?RefreshToken $refresh, GrantType $grant, ?string $nonce, ?KeyProof $proof, \Closure $take): ?array
    {
        if (array_diff($resources, $holding->resources) !== []) {
            throw new OAuthRefused(OAuthError::InvalidTarget, 'That resource was not asked for when the app was let in.');
        }
        $granted = $this->mint->granted($scope, $holding);
        $minted = $this->mint->access($client, $holding, $granted, $resources === [] ? $holding->resources : $resources, $proof);
        $answer = [
            ...$minted->answer,
            ...$refresh === null ? [] : ['refresh_token' => $refresh->reveal()],
            ...$granted->has(Scope::OPENID) ? ['id_token' => $this->mint->id($client, $holding, $granted, $nonce)] : [],
        ];

        return $this->handOut($client, $minted, $grant, $take) ? $answer : null;
    }

    /**
     * For an app by itself: nothing is shown that could be used up.
     *
     * @param  list<string>  $resources
     * @return array<string, mixed> RFC 6749 §5.1
     */
    public function forApp(Client $client, Scope $scope, array $resources, ?KeyProof $proof): array
    {
        $minted = $this->mint->access($client, null, $this->mint->granted($scope, null), $resources, $proof);
        $this->handOut($client, $minted, GrantType::ClientCredentials, static fn (): bool => true);

        return $minted->answer;
    }

    /** @param  \Closure(): bool  $take */
    private function handOut(Client $client, MintedToken $minted, GrantType $grant, \Closure $take): bool
    {
        $isTaken = $minted->row === null ? $take() : $this->database->transaction(static fn (): bool => $take() && AccessToken::query()->insert($minted->row));
        $isTaken && $this->count->note($client->key, $grant->value);

        return $isTaken;
    }

    /**
     * What is written of an authorization once its first tokens go out.
     *
     * @return array<string, string|null>
     */
    public static function begun(Client $client, Holding $holding, ?RefreshToken $refresh, \DateTimeImmutable $now, ?KeyProof $proof): array
    {
        return [
            // An app that shows who it is needs no key for that (RFC 9449 §5).
            'key_thumbprint' => $client->authentication === ClientAuthentication::None ? $proof?->thumbprint : null,
            ...$refresh === null ? [] : ['family_digest' => $refresh->familyDigest(), 'current_digest' => $refresh->secretDigest(), 'renewed_at' => Moment::write($now)],
            'lapses_at' => Moment::write(self::lapse($client, $holding, $now)),
        ];
    }

    /** Until when the newest refresh token counts: not used for long, or all in all too old. Without one, as long as the access token does. */
    public static function lapse(Client $client, Holding $holding, \DateTimeImmutable $now): \DateTimeImmutable
    {
        return $client->may(GrantType::RefreshToken)
            ? min($client->refreshIdle->after($now), $client->refreshAbsolute->after($holding->createdAt))
            : $client->accessLifetime->after($now);
    }
}
