<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Scope;

/** What an access token that counts gives, to whom, for whom, until when. */
final readonly class TokenGrant
{
    /**
     * @param  list<string>  $audience
     * @param  string|null  $id  its jti; null for one that says nothing by itself
     * @param  Holding|null  $holding  null for a token of an app's own
     */
    public function __construct(
        public string $clientId,
        public Scope $scope,
        public array $audience,
        public \DateTimeImmutable $issuedAt,
        public \DateTimeImmutable $expiresAt,
        public ?string $id,
        public ?Holding $holding,
        /** Of the key that whoever shows it has to hold (RFC 9449). */
        public ?string $keyThumbprint,
    ) {
    }
}
