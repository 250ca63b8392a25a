<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Moment;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Psr\Clock\ClockInterface;

/** What an access token of ours stands for at this moment. */
final readonly class ReadToken
{
    public function __construct(private Holdings $holdings, private SigningKeys $keys, private FindClient $client, private MintTokens $mint, private ClockInterface $clock)
    {
    }

    /** @return TokenGrant|null null for a token that is not ours, has run out, was revoked, or says more than holds by now */
    public function __invoke(#[\SensitiveParameter] string $text): ?TokenGrant
    {
        $opaque = Token::read($text);
        $grant = $opaque === null ? $this->signed($text) : $this->opaque($opaque);
        if ($grant === null || ($this->client)($grant->clientId) === null || $this->mint->granted($grant->scope, $grant->holding)->words !== $grant->scope->words) {
            return null;
        }

        return $grant->holding === null || $grant->holding->isLive($this->clock->now()) ? $grant : null;
    }

    private function opaque(Token $token): ?TokenGrant
    {
        $now = $this->clock->now();
        $row = AccessToken::query()->where('digest', $token->digest())->where('expires_at', '>', Moment::write($now))->first();
        $holding = $row?->authorization_seq === null ? null : $this->holdings->at($row->authorization_seq);
        if ($row === null || ($row->authorization_seq !== null && $holding === null)) {
            return null;
        }
        /** @var list<string> $audience */
        $audience = json_decode($row->audience, true, flags: JSON_THROW_ON_ERROR);

        return new TokenGrant($row->app_key, Scope::parse($row->scope) ?? Scope::of([]), $audience, Moment::read($row->issued_at), Moment::read($row->expires_at), null, $holding, $row->key_thumbprint);
    }

    private function signed(#[\SensitiveParameter] string $text): ?TokenGrant
    {
        $token = Jws::read($text);
        $id = $token?->text('jti') ?? '';
        $now = $this->clock->now();
        [$from, $until] = [$token?->moment('iat'), $token?->moment('exp')];
        if (
            $token === null || ($token->header['typ'] ?? null) !== 'at+jwt' || $token->text('iss') !== Issuer::name() || $id === ''
            || $from === null || $until === null || $until <= $now || $this->keys->verify($token) !== Verdict::Signed
        ) {
            return null;
        }
        $authorization = TokenId::authorization($id);
        $holding = $authorization === null ? null : $this->holdings->ofToken($authorization, $id);
        if ($authorization === null ? $this->holdings->isRevoked($id) : ($holding === null || ! self::stillHolds($token, $holding))) {
            return null;
        }

        return new TokenGrant($token->text('client_id') ?? '', Scope::parse($token->text('scope') ?? '') ?? Scope::of([]), $token->audience(), $from, $until, $id, $holding, self::boundTo($token));
    }

    private static function boundTo(Jws $token): ?string
    {
        $confirmation = $token->claims['cnf'] ?? null;

        return is_array($confirmation) && is_string($confirmation['jkt'] ?? null) ? $confirmation['jkt'] : null;
    }

    /** It must not be said of somebody that they may what they may no more: whoever hears so fetches another. */
    private static function stillHolds(Jws $token, Holding $holding): bool
    {
        foreach (['roles' => $holding->roles, 'permissions' => $holding->permissions] as $claim => $held) {
            $said = $token->claims[$claim] ?? [];
            if (! is_array($said) || array_diff(array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $said), $held) !== []) {
                return false;
            }
        }

        return true;
    }
}
