<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Psr\Clock\ClockInterface;

/**
 * An app gives a token back (RFC 7009). With a refresh token goes everything that came of it; an access token goes alone. Of what is not the app's nothing happens,
 * and nothing is said.
 */
final readonly class RevokeToken
{
    public function __construct(
        private ConnectionInterface $database,
        private Holdings $holdings,
        private EndAuthorizations $end,
        private SigningKeys $keys,
        private ClockInterface $clock,
    ) {
    }

    public function __invoke(Client $client, #[\SensitiveParameter] string $text): void
    {
        $refresh = RefreshToken::read($text);
        $opaque = Token::read($text);
        match (true) {
            $refresh !== null => $this->family($client, $refresh),
            $opaque !== null => AccessToken::query()->where('digest', $opaque->digest())->where('app_key', $client->key)->delete(),
            default => $this->signed($client, Jws::read($text)),
        };
    }

    /** Also by one that was used before: whoever shows it has had it. */
    private function family(Client $client, RefreshToken $token): void
    {
        $holding = $this->holdings->ofFamily($token->familyDigest());
        if ($holding !== null && $holding->appKey === $client->key) {
            $this->database->transaction(fn () => $this->end->one($holding, 'app', Actor::kennel()));
        }
    }

    private function signed(Client $client, ?Jws $token): void
    {
        $until = $token?->moment('exp');
        $id = $token?->text('jti') ?? '';
        if (
            $token !== null && $token->text('client_id') === $client->key && $token->text('iss') === Issuer::name() && $until !== null && $until > $this->clock->now()
            && $id !== '' && strlen($id) <= 80 && $this->keys->verify($token) === Verdict::Signed
        ) {
            RevokedToken::query()->insertOrIgnore(['id' => $id, 'expires_at' => Moment::write($until)]);
        }
    }
}
