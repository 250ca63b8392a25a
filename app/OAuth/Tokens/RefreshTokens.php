<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\DecideRefresh;
use Kennel\Core\OAuth\Tokens\FamilyState;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Kennel\Core\OAuth\Tokens\RefreshVerdict;
use Kennel\Core\OAuth\Tokens\Superseded;
use Psr\Clock\ClockInterface;

/** New tokens for a refresh token, which is another one each time (OAuth 2.1 §4.3). */
final readonly class RefreshTokens
{
    /** In bytes. */
    private const SALT = 16;

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
        $shown = RefreshToken::read($form->needed('refresh_token'));
        // Two at the same moment: the one that comes second looks again at what the first one left.
        for ($look = 0; $look < 3; $look++) {
            $holding = $shown === null ? null : $this->holdings->ofFamily($shown->familyDigest());
            if ($shown === null || $holding?->family === null || ! hash_equals($holding->appKey, $client->key)) {
                throw self::refused();
            }
            $answer = $this->renewed($client, $form, $proof, $shown, $holding, $holding->family);
            if ($answer !== null) {
                return $answer;
            }
        }
        throw self::refused();
    }

    /** @return array<string, mixed>|null null where somebody else was quicker */
    private function renewed(Client $client, Parameters $form, ?KeyProof $proof, RefreshToken $shown, Holding $holding, FamilyState $family): ?array
    {
        $now = $this->clock->now();
        $verdict = DecideRefresh::of($shown, $family, $now);
        if ($verdict === RefreshVerdict::Reused) {
            $this->endReused($shown, $now);
            throw self::refused();
        }
        // Bound to a key, it is of no use to whoever only copied it.
        $hasKey = $holding->keyThumbprint === null || $holding->keyThumbprint === $proof?->thumbprint;
        if ($verdict === RefreshVerdict::Lapsed || ! $holding->isLive($now) || ! $hasKey) {
            throw self::refused();
        }
        $scope = self::narrowed($form->text('scope'), $holding->scope);
        $keys = DerivedKey::all('refresh tokens');
        $salt = bin2hex($this->entropy->bytes(self::SALT));
        $next = $verdict === RefreshVerdict::Renewed ? $shown->successor($salt, $keys[0]) : DecideRefresh::current($shown, $family, $keys, $now);
        if ($next === null) {
            throw self::refused();
        }

        return $this->issue->of(
            $client, $holding, $scope, $form->texts('resource'), $next, GrantType::RefreshToken, null, $proof,
            fn (): bool => $this->take->refreshToken($holding, $family->currentDigest, [
                'renewed_at' => Moment::write($now),
                ...$verdict === RefreshVerdict::RenewedAgain ? [] : [
                    'current_digest' => $next->secretDigest(),
                    'superseded' => Authorization::superseded([...$family->supersededAt($now), new Superseded($shown->secretDigest(), $salt, $now)]),
                    'lapses_at' => Moment::write(IssueTokens::lapse($client, $holding, $now)),
                ],
            ]),
        );
    }

    /** Unless a request beside this one has just made it the token before. */
    private function endReused(RefreshToken $shown, \DateTimeImmutable $now): void
    {
        $this->database->transaction(function () use ($shown, $now): void {
            $holding = $this->holdings->ofFamily($shown->familyDigest());
            if ($holding?->family === null || DecideRefresh::of($shown, $holding->family, $now) !== RefreshVerdict::Reused) {
                return;
            }
            if (app(EndAuthorizations::class)->one($holding, 'refresh token used twice', Actor::kennel())) {
                app(TellReuse::class)($holding);
            }
        });
    }

    /** @throws OAuthRefused for more than was granted (RFC 6749 §6) */
    private static function narrowed(?string $asked, Scope $granted): Scope
    {
        $scope = $asked === null ? $granted : Scope::parse($asked);
        if ($scope === null || ! $scope->isWithin($granted)) {
            throw new OAuthRefused(OAuthError::InvalidScope, 'The scope may be narrower than what was granted, and not wider.');
        }

        return $scope;
    }

    private static function refused(): OAuthRefused
    {
        return new OAuthRefused(OAuthError::InvalidGrant, 'The refresh token is not known, was used, has run out or was withdrawn; the person has to sign in again.');
    }
}
