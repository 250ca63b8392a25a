<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Tokens\CodeChallenge;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Psr\Clock\ClockInterface;

/** Tokens for a code (OAuth 2.1 §4.1.3). A code counts once, for the app, the address and the verifier it was asked for with; shown twice, what came of it ends. */
final readonly class ExchangeCode
{
    public function __construct(
        private ConnectionInterface $database,
        private Holdings $holdings,
        private IssueTokens $issue,
        private TakeOnce $take,
        private ClockInterface $clock,
        private Entropy $entropy,
    ) {
    }

    /**
     * @return array<string, mixed> the answer of RFC 6749 §5.1
     *
     * @throws OAuthRefused
     */
    public function __invoke(Client $client, Parameters $form, ?KeyProof $proof): array
    {
        $shown = Token::read($form->needed('code'));
        $holding = $shown === null ? null : $this->holdings->ofCode($shown->digest());
        $code = $holding?->code;
        if ($holding === null || $code === null || ! hash_equals($holding->appKey, $client->key)) {
            throw self::refused();
        }
        if ($code->isUsed) {
            throw $this->usedTwice($holding);
        }
        $now = $this->clock->now();
        if (
            $code->until === null || $code->until <= $now || ! $holding->isLive($now)
            || $form->text('redirect_uri') !== $code->redirectUri
            || ($holding->keyThumbprint !== null && $holding->keyThumbprint !== $proof?->thumbprint)
            || ! CodeChallenge::read($code->challenge, 'S256')->matches($form->text('code_verifier') ?? '')
        ) {
            throw self::refused();
        }
        $refresh = $client->may(GrantType::RefreshToken) ? RefreshToken::draw($this->entropy) : null;

        return $this->issue->of(
            $client, $holding, $holding->scope, $form->texts('resource'), $refresh, GrantType::AuthorizationCode, $code->nonce, $proof,
            fn (): bool => $this->take->code($holding, ['code_used_at' => Moment::write($now), ...IssueTokens::begun($client, $holding, $refresh, $now, $proof)]),
        ) ?? throw $this->usedTwice($holding);
    }

    /** Somebody else has it, before or at this very moment: what came of it ends. */
    private function usedTwice(Holding $holding): OAuthRefused
    {
        $this->database->transaction(static fn () => app(EndAuthorizations::class)->one($holding, 'code used twice', Actor::kennel()));

        return self::refused();
    }

    private static function refused(): OAuthRefused
    {
        return new OAuthRefused(OAuthError::InvalidGrant, 'The code is not known, was used, has run out, or belongs to another app, redirect_uri, code_verifier or key.');
    }
}
