<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Clients\TokenFormat;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Psr\Clock\ClockInterface;

/** Access tokens (RFC 9068) and ID tokens (OpenID Connect Core 1.0 §2). */
final readonly class MintTokens
{
    /** What kind of token it is (RFC 9068 §2.1, RFC 8725 §3.11). */
    public const ACCESS = 'at+jwt';

    public const ID = 'JWT';

    public function __construct(private SigningKeys $keys, private ClockInterface $clock, private Entropy $entropy, private Roles $roles)
    {
    }

    /**
     * What is granted of a scope: a word that is a permission's name goes to users who have that permission. An app by itself has none.
     */
    public function granted(Scope $scope, ?Holding $holding): Scope
    {
        $named = array_filter($scope->words, static fn (string $word): bool => str_contains($word, ':'));
        $catalogued = $named === [] ? [] : array_intersect($named, array_map(strval(...), array_keys($this->roles->catalogued())));

        return $scope->without(array_values(array_diff($catalogued, $holding->permissions ?? [])));
    }

    /**
     * @param  list<string>  $resources  whom it is for
     * @param  KeyProof|null  $proof  of the key that it shall be bound to
     */
    public function access(Client $client, ?Holding $holding, Scope $scope, array $resources, ?KeyProof $proof): MintedToken
    {
        $audience = self::audience($scope, $resources);
        $opaque = $client->format === TokenFormat::Opaque ? Token::draw($this->entropy) : null;

        return new MintedToken([
            'access_token' => $opaque === null ? $this->signed($client, $holding, $scope, $audience, $proof) : $opaque->reveal(),
            'token_type' => $proof === null ? 'Bearer' : 'DPoP',
            'expires_in' => $client->accessLifetime->seconds,
            'scope' => $scope->toString(),
        ], $opaque === null ? null : $this->row($opaque, $client, $holding, $scope, $audience, $proof));
    }

    /**
     * We are one of those it is for where it says who somebody is: we are asked the rest at user info.
     *
     * @param  list<string>  $resources
     * @return non-empty-list<string>
     */
    public static function audience(Scope $scope, array $resources): array
    {
        return $resources === [] || $scope->has(Scope::OPENID) ? [...$resources, Issuer::name()] : $resources;
    }

    public function id(Client $client, Holding $holding, Scope $scope, ?string $nonce): string
    {
        return $this->keys->sign($this->idClaims($client, $holding, $scope, $nonce), $client->algorithm, self::ID);
    }

    /** @return array<string, mixed> */
    public function idClaims(Client $client, Holding $holding, Scope $scope, ?string $nonce): array
    {
        $now = $this->clock->now()->getTimestamp();

        return [
            'iss' => Issuer::name(), 'sub' => $holding->accountId, 'aud' => $client->key, 'exp' => $now + $client->accessLifetime->seconds, 'iat' => $now,
            ...$nonce === null ? [] : ['nonce' => $nonce],
            'sid' => $holding->sessionId,
            ...self::proof($holding),
            ...self::may($holding, $scope),
        ];
    }

    /** @return array{auth_time: int, acr: string, amr: list<string>} */
    public static function proof(Holding $holding): array
    {
        return ['auth_time' => $holding->provenAt->getTimestamp(), 'acr' => $holding->assurance()->value, 'amr' => $holding->proof->methods()];
    }

    /** @return array{roles?: list<string>, permissions?: list<string>} of the app, where it asked for them */
    public static function may(Holding $holding, Scope $scope): array
    {
        return $scope->has(Scope::ROLES) ? ['roles' => $holding->roles, 'permissions' => $holding->permissions] : [];
    }

    /** @param  non-empty-list<string>  $audience */
    private function signed(Client $client, ?Holding $holding, Scope $scope, array $audience, ?KeyProof $proof): string
    {
        return $this->keys->sign($this->accessClaims($client, $holding, $scope, $audience) + ($proof === null ? [] : ['cnf' => ['jkt' => $proof->thumbprint]]), $client->algorithm, self::ACCESS);
    }

    /**
     * @param  non-empty-list<string>  $audience
     * @return array<string, mixed>
     */
    public function accessClaims(Client $client, ?Holding $holding, Scope $scope, array $audience): array
    {
        $now = $this->clock->now()->getTimestamp();

        return [
            'iss' => Issuer::name(), 'sub' => $holding === null ? $client->key : $holding->accountId, 'aud' => count($audience) === 1 ? $audience[0] : $audience,
            'exp' => $now + $client->accessLifetime->seconds, 'iat' => $now, 'client_id' => $client->key, 'jti' => TokenId::draw($holding?->id, $this->entropy),
            ...$scope->words === [] ? [] : ['scope' => $scope->toString()],
            ...$holding === null ? [] : ['sid' => $holding->sessionId, ...self::proof($holding), ...self::may($holding, $scope)],
        ];
    }

    /**
     * @param  non-empty-list<string>  $audience
     * @return array<string, string|int|null>
     */
    private function row(Token $token, Client $client, ?Holding $holding, Scope $scope, array $audience, ?KeyProof $proof): array
    {
        $now = $this->clock->now();

        return [
            'digest' => $token->digest(), 'authorization_seq' => $holding?->seq, 'app_key' => $client->key, 'scope' => $scope->toString(),
            'audience' => json_encode($audience, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES), 'issued_at' => Moment::write($now), 'expires_at' => Moment::write($client->accessLifetime->after($now)), 'key_thumbprint' => $proof?->thumbprint,
        ];
    }
}
