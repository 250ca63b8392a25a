<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Directory\Roles\Roles;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\TokenFormat;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Psr\Clock\ClockInterface;

/** How large an app's tokens are: for somebody without a role, and for somebody with every role there is for the app. Counted from the claims as they are minted; nothing is signed. */
final readonly class TokenSizes
{
    /** What browsers keep of one cookie, name and all (RFC 6265 §6.1), in bytes. */
    public const COOKIE = 4_096;

    /** What common web servers take of one header line (common practice), in bytes. */
    public const HEADER = 8_192;

    /** Of an identifier of ours as it is written. */
    private const ID = '00000000-0000-7000-8000-000000000000';

    public function __construct(private MintTokens $mint, private Roles $roles, private ClockInterface $clock, private DutyRules $duties)
    {
    }

    /** @return array{access: array{none: int, every: int}|null, id: array{none: int, every: int}|null} in bytes; null where there is no such token, or it is opaque */
    public function of(Client $client): array
    {
        $isByPeople = $client->may(GrantType::AuthorizationCode) || $client->may(GrantType::DeviceCode);
        $graph = $this->roles->graph();
        $roles = array_values(array_filter($graph->keys(), static fn (string $role): bool => $graph->countsFor($role, $client->key)));
        sort($roles);
        $every = $this->somebody($client, $roles, Bounds::on($client->key, $graph->grants(array_map(static fn (string $role): array => [$role, null], $roles))));
        $none = $this->somebody($client, [], []);

        return [
            'access' => $client->format === TokenFormat::Opaque ? null : ['none' => $this->access($client, $isByPeople ? $none : null), 'every' => $this->access($client, $isByPeople ? $every : null)],
            'id' => $isByPeople ? ['none' => $this->id($client, $none), 'every' => $this->id($client, $every)] : null,
        ];
    }

    private function access(Client $client, ?Holding $holding): int
    {
        $scope = $holding->scope ?? $client->scopeOf(GrantType::ClientCredentials);

        return self::signed($this->mint->accessClaims($client, $holding, $scope, MintTokens::audience($scope, array_slice($client->resources, 0, 1))), $client->algorithm, MintTokens::ACCESS);
    }

    private function id(Client $client, Holding $holding): int
    {
        return self::signed($this->mint->idClaims($client, $holding, $holding->scope, str_repeat('n', 43)), $client->algorithm, MintTokens::ID);
    }

    /**
     * @param  list<string>  $roles
     * @param  list<string>  $permissions
     */
    private function somebody(Client $client, array $roles, array $permissions): Holding
    {
        $now = $this->clock->now();

        return new Holding(
            0, self::ID, $client->key, self::ID, '', self::ID, $client->scopeOf(GrantType::AuthorizationCode), [], false, $now, new Proof('password', 'authenticator'),
            $now, $now, null, true, Standing::of(new AccountFacts(Status::Active, true), $this->duties), $roles, $permissions,
        );
    }

    /** @param  array<string, mixed>  $claims */
    private static function signed(array $claims, SigningAlgorithm $algorithm, string $type): int
    {
        $header = json_encode(['typ' => $type, 'alg' => $algorithm->value, 'kid' => str_repeat('k', 43)], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES);

        return self::base64(strlen($header)) + self::base64(strlen(json_encode($claims, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES))) + self::base64($algorithm->signatureBytes()) + 2;
    }

    /** Of so many bytes, without padding (RFC 7515 §2). */
    private static function base64(int $bytes): int
    {
        return (int) ceil($bytes * 4 / 3);
    }
}
