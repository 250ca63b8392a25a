<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Psr\Clock\ClockInterface;

/** Whether a token counts, and what it says (RFC 7662). An app hears of its own tokens, and of those that are for one of its resources; of others nothing. */
final readonly class Introspect
{
    private const INACTIVE = ['active' => false];

    public function __construct(private ReadToken $read, private Holdings $holdings, private ClockInterface $clock)
    {
    }

    /** @return array<string, mixed> */
    public function __invoke(Client $asking, #[\SensitiveParameter] string $token): array
    {
        $refresh = RefreshToken::read($token);
        if ($refresh !== null) {
            return $this->refresh($asking, $refresh);
        }
        $grant = ($this->read)($token);
        if ($grant === null || ($grant->clientId !== $asking->key && array_intersect($grant->audience, $asking->resources) === [])) {
            return self::INACTIVE;
        }
        $holding = $grant->holding;

        return [
            'active' => true,
            'scope' => $grant->scope->toString(),
            'client_id' => $grant->clientId,
            'token_type' => $grant->keyThumbprint === null ? 'Bearer' : 'DPoP',
            ...$grant->keyThumbprint === null ? [] : ['cnf' => ['jkt' => $grant->keyThumbprint]],
            'exp' => $grant->expiresAt->getTimestamp(),
            'iat' => $grant->issuedAt->getTimestamp(),
            'sub' => $holding === null ? $grant->clientId : $holding->accountId,
            'aud' => count($grant->audience) === 1 ? $grant->audience[0] : $grant->audience,
            'iss' => Issuer::name(),
            ...$grant->id === null ? [] : ['jti' => $grant->id],
            ...$holding === null ? [] : ['sid' => $holding->sessionId, ...MintTokens::proof($holding), ...MintTokens::may($holding, $grant->scope)],
        ];
    }

    /** @return array<string, mixed> */
    private function refresh(Client $asking, RefreshToken $token): array
    {
        $holding = $this->holdings->ofFamily($token->familyDigest());
        $counts = $holding?->family !== null && $holding->appKey === $asking->key && hash_equals($holding->family->currentDigest, $token->secretDigest()) && $holding->isLive($this->clock->now());

        return $holding === null || ! $counts ? self::INACTIVE : [
            'active' => true, 'scope' => $holding->scope->toString(), 'client_id' => $holding->appKey, 'exp' => $holding->lapsesAt->getTimestamp(), 'sub' => $holding->accountId, 'iss' => Issuer::name(),
        ];
    }
}
